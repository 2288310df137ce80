"use client";
import { CheckIcon, XIcon } from "lucide-react";
import { useState } from "react";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { Comb } from "../kit/comb.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { ChannelCounts, type Counts, countedView } from "./channel-counts.tsx";

/** All channels of a machine in view; only what is wrong is pressed, and its pad opens in place. */
export function ChannelRows({
  channels,
  countsOf,
  marked,
  change,
  pattern,
  goneShare,
}: {
  channels: readonly ChannelView[];
  countsOf: (channel: ChannelView) => Counts;
  /** Whether somebody, or a picture, said something of it. */
  marked: (channel: ChannelView) => boolean;
  change: (channel: string, counts: Counts) => void;
  pattern?: NozzlePattern | null;
  goneShare?: number;
}) {
  const words = useCheckWords();
  const [open, setOpen] = useState<string | null>(null);
  return (
    <ul className="grid gap-1.5">
      {channels.map((channel) => {
        const counts = countsOf(channel);
        const ink = channel.ink.replaceAll("-", " ");
        const mine = pattern?.channels.find(({ id }) => id === channel.id);
        const said = counts.gone
          ? words.marks.gone
          : counts.unread
            ? words.marks.unread
            : (["missing", "weak", "deflected"] as const)
                .filter((kind) => counts[kind])
                .map((kind) => `${counts[kind]} ${words.kinds[kind]}`)
                .join(", ");
        const isMarked = marked(channel);
        if (open === channel.id)
          return (
            <li key={channel.id} className="rounded-[6px] border-2 border-accent bg-card p-2.5">
              <div className="float-right">
                <IconButton name={`${channel.id}: ${words.close}`} onClick={() => setOpen(null)} className="!size-14">
                  <XIcon aria-hidden="true" />
                </IconButton>
              </div>
              <ChannelCounts
                channel={channel}
                counts={counts}
                pattern={mine}
                goneShare={goneShare}
                onChange={(next) => change(channel.id, next)}
              />
            </li>
          );
        return (
          <li key={channel.id}>
            <button
              type="button"
              aria-label={`${channel.id}, ${ink}: ${said || (isMarked ? words.fired : words.notMarked)}`}
              onClick={() => setOpen(channel.id)}
              className="grid min-h-14 w-full grid-cols-[7.5rem_minmax(0,1fr)_6.5rem] items-center gap-3 rounded-[6px] border border-line bg-card px-3 text-left hover:border-ink max-sm:grid-cols-[5.5rem_minmax(0,1fr)_4.5rem] max-sm:gap-2 max-sm:px-2"
            >
              <span className="min-w-0">
                <b className="block truncate text-base capitalize leading-tight">{ink}</b>
                <span className="figure text-ink2 text-sm">{channel.id}</span>
              </span>
              <Comb channel={countedView(channel, counts, mine)} width={320} height={38} fills />
              <span className="flex items-center justify-end gap-1.5 text-right font-bold text-sm leading-tight">
                {said ? (
                  <span className={counts.unread ? "text-ink2" : "text-hold"}>{said}</span>
                ) : isMarked ? (
                  <CheckIcon aria-hidden="true" className="size-7 text-ready" />
                ) : (
                  <i className="size-7 rounded-full border-2 border-ink3 border-dashed" />
                )}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
