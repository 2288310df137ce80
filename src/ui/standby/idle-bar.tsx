import { MoonIcon, PowerIcon } from "lucide-react";
import type { Regime } from "../../core/standby/regime.ts";

/** Methods in which a machine stays on: drawn open, the others filled. */
const ON: readonly Regime[] = ["powered", "alive"];

/** What is done to a machine while it stands: its method on a bar; dashed where it stays on. */
export function IdleBar({ regime, name, className = "" }: { regime: Regime; name: string; className?: string }) {
  const on = ON.includes(regime);
  const Icon = on ? PowerIcon : MoonIcon;
  return (
    <span
      className={`flex h-full min-w-0 items-center justify-center gap-1.5 overflow-hidden whitespace-nowrap border-[1.5px] border-asleep px-1.5 font-bold text-asleep text-xs ${on ? "border-dashed bg-card" : "bg-asleep-wash"} ${className}`}
    >
      <Icon aria-hidden="true" className="size-3.5 shrink-0" />
      <span className="truncate">{name}</span>
    </span>
  );
}
