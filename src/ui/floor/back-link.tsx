import { ChevronLeftIcon } from "lucide-react";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { to } from "./route.ts";

/** Back to the shift, always in the same place. */
export function BackLink() {
  return (
    <a href={to.shift} className="flex min-h-14 items-center gap-1 font-semibold text-ink no-underline">
      <ChevronLeftIcon aria-hidden="true" className="size-6" />
      {useFloorWorkWords().machine.shift}
    </a>
  );
}
