import { CheckIcon } from "lucide-react";
import { useRef, useState } from "react";
import { uuidv7 } from "uuidv7";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFAULT_READINESS } from "../../core/nozzles/readiness.ts";
import type { Body } from "../../core/record/entries.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { Field } from "../kit/field.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { type Counts, NOTHING } from "./channel-counts.tsx";
import { ChannelRows } from "./channel-rows.tsx";

/** A check as far as it is counted. Its entry's id is fixed at once, so that sending it twice counts once. */
export type CheckDraft = { id: string; counts: Record<string, Counts>; time: string; corrected?: Corrected };
export type Corrected = NonNullable<Body<"check">["corrected"]>;
/** What was read from a picture, and what a person makes of it. */
export type Taken = { counts: Record<string, Counts>; corrected: Corrected };

function kept(name: string): CheckDraft {
  const fresh = { id: uuidv7(), counts: {}, time: "" };
  if (typeof localStorage === "undefined") return fresh;
  try {
    return { ...fresh, ...JSON.parse(localStorage.getItem(name) ?? "{}") };
  } catch {
    return fresh;
  }
}

/** A draft that outlives the page, under a name of its own. */
export function useCheckDraft(name: string) {
  const [draft, setDraft] = useState<CheckDraft>(() => kept(name));
  const latest = useRef(draft);
  const change = (next: Partial<CheckDraft>) => {
    const whole = { ...latest.current, ...next };
    latest.current = whole;
    setDraft(whole);
    try {
      localStorage.setItem(name, JSON.stringify(whole));
    } catch {
      // A draft that can't be kept is still on the screen.
    }
  };
  /** What was read of a picture, over what is there: two taps in one moment both count. */
  const take = ({ counts, corrected }: Taken) => change({ counts: { ...latest.current.counts, ...counts }, corrected });
  return { draft, change, take, forget: () => localStorage.removeItem(name) };
}

/** What was counted of a channel; varnish goes unread unless somebody says otherwise. */
const countsOf = (draft: CheckDraft, { id, ink }: ChannelView): Counts => ({
  ...NOTHING,
  ...(ink === "varnish" ? { unread: true } : {}),
  ...draft.counts[id],
});

/** A check's entry: its channels, how they came about, and what of a picture's reading was corrected. */
export function checkBody(draft: CheckDraft, channels: readonly ChannelView[]): Body<"check"> {
  const read = channels.map((channel) => ({ ...countsOf(draft, channel), id: channel.id }));
  const source = read.some(({ confidence }) => confidence !== undefined) ? "scan" : read.some(({ which }) => which) ? "tap" : "count";
  return { channels: read, source, ...(source === "scan" && draft.corrected?.length ? { corrected: draft.corrected } : {}) };
}

/** What one press says of a machine: that all fired, that the others did, or what was read. Nothing is said by leaving it. */
export function EnterButton({
  name,
  channels,
  draft,
  busy = false,
  enter,
}: {
  name: string;
  channels: readonly ChannelView[];
  draft: CheckDraft;
  busy?: boolean;
  enter: () => void;
}) {
  const words = useCheckWords();
  const rest = channels.filter(({ id, ink }) => draft.counts[id] === undefined && ink !== "varnish").length;
  const read = Object.values(draft.counts).some(({ confidence }) => confidence !== undefined);
  const what = read
    ? words.enterRead
    : rest === 0
      ? words.enter
      : Object.keys(draft.counts).length
        ? filled(words.otherFired, { count: rest })
        : words.allFired;
  return (
    <Button
      look="primary"
      size="hand"
      busy={busy}
      onClick={enter}
      aria-label={filled(words.enterOf, { machine: name, what })}
      className="!min-h-16 !text-xl grow [&_svg]:!size-6"
    >
      <CheckIcon aria-hidden="true" />
      {what}
    </Button>
  );
}

/** A machine's channels to be counted, when it was, and one press to enter them. */
export function CountsForm({
  name,
  channels,
  draft,
  change,
  timed,
  busy = false,
  enter,
  pattern,
  goneShare = DEFAULT_READINESS.goneShare,
}: {
  name: string;
  channels: readonly ChannelView[];
  draft: CheckDraft;
  change: (next: Partial<CheckDraft>) => void;
  /** Whether another time than now may be given. */
  timed: boolean;
  busy?: boolean;
  enter: () => void;
  /** Its check sheet, where that is known: nozzles can then be marked one by one. */
  pattern?: NozzlePattern | null;
  goneShare?: number;
}) {
  const words = useCheckWords();
  if (channels.length === 0) return <p className="py-3">{filled(words.unknown, { machine: name })}</p>;
  return (
    <>
      <ChannelRows
        channels={channels}
        countsOf={(channel) => countsOf(draft, channel)}
        marked={({ id }) => draft.counts[id] !== undefined}
        change={(id, counts) => change({ counts: { ...draft.counts, [id]: counts } })}
        pattern={pattern}
        goneShare={goneShare}
      />
      <div className="sticky bottom-0 z-10 -mx-1 mt-3 flex items-end gap-3 border-line border-t bg-sheet px-1 py-3">
        {timed && (
          <Field label={words.doneAt} hint={words.doneAtHint} className="w-36">
            <TimeInput value={draft.time} onChange={(time) => change({ time })} />
          </Field>
        )}
        <EnterButton name={name} channels={channels} draft={draft} busy={busy} enter={enter} />
      </div>
    </>
  );
}
