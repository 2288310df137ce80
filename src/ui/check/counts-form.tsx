import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFAULT_READINESS } from "../../core/nozzles/readiness.ts";
import type { Body } from "../../core/record/entries.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import { TimeInput } from "../kit/date-input.tsx";
import { Field } from "../kit/field.tsx";
import { ChannelCounts, type Counts, NOTHING } from "./channel-counts.tsx";

/** A check as far as it is counted. Its entry's id is fixed at once, so that sending it twice counts once. */
export type CheckDraft = { id: string; counts: Record<string, Counts>; time: string; corrected?: Corrected };
export type Corrected = NonNullable<Body<"check">["corrected"]>;

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
  const change = (next: Partial<CheckDraft>) => {
    const whole = { ...draft, ...next };
    setDraft(whole);
    try {
      localStorage.setItem(name, JSON.stringify(whole));
    } catch {
      // A draft that can't be kept is still on the screen.
    }
  };
  return { draft, change, forget: () => localStorage.removeItem(name) };
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
      <div className="divide-y divide-line">
        {channels.map((channel) => (
          <ChannelCounts
            key={channel.id}
            channel={channel}
            counts={countsOf(draft, channel)}
            pattern={pattern?.channels.find(({ id }) => id === channel.id)}
            goneShare={goneShare}
            onChange={(counts) => change({ counts: { ...draft.counts, [channel.id]: counts } })}
          />
        ))}
      </div>
      <div className="mt-3 flex items-end gap-3">
        {timed && (
          <Field label={words.doneAt} hint={words.doneAtHint} className="w-36">
            <TimeInput value={draft.time} onChange={(time) => change({ time })} />
          </Field>
        )}
        <Button look="primary" size="hand" busy={busy} onClick={enter} className="grow">
          {filled(words.enter, { machine: name })}
        </Button>
      </div>
    </>
  );
}
