"use client";
import { lazy, Suspense, useState } from "react";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import type { PatternChannel } from "../../core/nozzles/pattern.ts";
import type { ChannelCheck } from "../../core/nozzles/readiness.ts";
import { DEFAULT_READINESS } from "../../core/nozzles/readiness.ts";
import { ALL_GOOD, countsOfWhich, type Which } from "../../core/nozzles/verdicts.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Comb, type CombChannel } from "../kit/comb.tsx";
import { controlLook } from "../kit/field.tsx";

const Lattice = lazy(() => import("./lattice.tsx").then((module) => ({ default: module.Lattice })));

export type Counts = Omit<ChannelCheck, "id"> & {
  /** Which ones, where they were seen one by one. */
  which?: Which;
  /** How sure the picture's reading was. */
  confidence?: number;
};
export const NOTHING: Counts = { missing: 0, weak: 0, deflected: 0, neighbours: false };

/** A channel as it is counted, for its comb. */
export const countedView = (channel: ChannelView, counts: Counts, pattern: PatternChannel | undefined): CombChannel => ({
  ...channel,
  ...counts,
  gone: counts.gone ?? false,
  unread: counts.unread ?? false,
  read: !counts.unread,
  which: counts.which,
  nozzles: pattern?.nozzles,
});

const KINDS = ["missing", "weak", "deflected"] as const;

/** One channel's counts: for gloved hands, each control at least 56 px. */
export function ChannelCounts({
  channel,
  counts,
  onChange,
  pattern,
  goneShare = DEFAULT_READINESS.goneShare,
}: {
  channel: ChannelView;
  counts: Counts;
  onChange: (counts: Counts) => void;
  /** How its nozzles are printed, where that is known. */
  pattern?: PatternChannel;
  goneShare?: number;
}) {
  const words = useCheckWords();
  const [open, setOpen] = useState(false);
  const name = `${channel.id}, ${channel.ink.replaceAll("-", " ")}`;
  // What is counted by hand has no places any more.
  const set = ({ ...change }: Partial<Counts>) => {
    const { which: _, confidence: __, ...kept } = counts;
    onChange({ ...kept, ...change });
  };
  return (
    <fieldset className="grid gap-x-4 gap-y-1 py-2 sm:grid-cols-[10rem_1fr]">
      <legend className="sr-only">{name}</legend>
      <div className="flex items-center gap-2 sm:flex-col sm:items-start">
        <Comb channel={countedView(channel, counts, pattern)} width={84} height={26} />
        <span>
          <span className="figure font-semibold">{channel.id}</span> {channel.ink.replaceAll("-", " ")}
        </span>
      </div>
      <div>
        <div className="grid grid-cols-3 gap-2">
          {KINDS.map((kind) => (
            <div key={kind} className="grid">
              <span className="text-ink2 text-sm">{words.kinds[kind]}</span>
              <div className="flex">
                <Button
                  size="hand"
                  aria-label={filled(words.less, { channel: name, kind: words.kinds[kind] })}
                  disabled={counts[kind] === 0}
                  onClick={() => set({ [kind]: Math.max(0, counts[kind] - 1) })}
                  className="!min-w-14 !px-0 !text-2xl"
                >
                  −
                </Button>
                <input
                  aria-label={filled(words.kindOf, { channel: name, kind: words.kinds[kind] })}
                  inputMode="numeric"
                  value={counts[kind]}
                  disabled={counts.gone || counts.unread}
                  onChange={(event) => set({ [kind]: Math.min(100000, Number(event.target.value.replace(/\D/g, "")) || 0) })}
                  onFocus={(event) => event.target.select()}
                  className={`${controlLook()} figure !min-h-14 !text-xl !px-0 text-center ${counts[kind] ? "font-bold" : "text-ink2"}`}
                />
                <Button
                  size="hand"
                  aria-label={filled(words.more, { channel: name, kind: words.kinds[kind] })}
                  onClick={() => set({ [kind]: counts[kind] + 1, gone: false, unread: false })}
                  className="!min-w-14 !px-0 !text-2xl"
                >
                  +
                </Button>
              </div>
            </div>
          ))}
        </div>
        {counts.missing > 1 && !counts.gone && counts.which === undefined && (
          <div role="group" aria-label={`${name}: ${words.beside}`} className="mt-2 flex flex-wrap items-center gap-2">
            <span className="text-ink2">{words.beside}</span>
            {([false, true] as const).map((beside) => (
              <Toggle
                key={String(beside)}
                on={counts.neighbours === beside}
                onPress={() => set({ neighbours: beside })}
                label={beside ? words.side : words.apart}
                name={name}
              />
            ))}
          </div>
        )}
        <div className="mt-2 flex flex-wrap gap-2">
          <Toggle
            on={counts.gone ?? false}
            onPress={() => set({ gone: !counts.gone, unread: false })}
            label={words.marks.gone}
            name={name}
          />
          <Toggle
            on={counts.unread ?? false}
            onPress={() => set({ unread: !counts.unread, gone: false })}
            label={words.marks.unread}
            name={name}
          />
          {pattern && <Toggle on={open} onPress={() => setOpen(!open)} label={words.marks.each} name={name} />}
        </div>
      </div>
      {open && pattern && (
        <div className="sm:col-span-2">
          <Suspense fallback={<p className="text-ink2">…</p>}>
            <Lattice
              channel={pattern}
              which={counts.which ?? ALL_GOOD}
              onChange={(which) => onChange({ ...counts, unread: false, gone: false, ...countsOfWhich(which, pattern.nozzles, goneShare) })}
            />
          </Suspense>
        </div>
      )}
    </fieldset>
  );
}

function Toggle({
  on,
  onPress,
  label,
  name,
  disabled,
}: {
  on: boolean;
  onPress: () => void;
  label: string;
  name: string;
  disabled?: boolean;
}) {
  const words = useCheckWords();
  return (
    <Button
      size="hand"
      aria-pressed={on}
      aria-label={filled(words.markOf, { channel: name, mark: label })}
      disabled={disabled}
      onClick={onPress}
      className={`!text-sm ${on ? "!border-accent !bg-accent-wash" : ""}`}
    >
      <span aria-hidden="true">{on ? "■" : "□"}</span> {label}
    </Button>
  );
}
