"use client";
import { useEffect, useRef, useState } from "react";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { type ReadChannel, SURE } from "../../core/nozzles/reading.ts";
import {
  ALL_GOOD,
  countsOfWhich,
  FAULTS,
  NEXT_VERDICT,
  type Verdict,
  verdictOf,
  type Which,
  withVerdict,
} from "../../core/nozzles/verdicts.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import type { Counts } from "./channel-counts.tsx";
import type { Corrected, Taken } from "./counts-form.tsx";
import type { Read } from "./reading.ts";

/** What a picture's reading said of a channel. */
const whichOf = ({ missing = [], weak = [], deflected = [] }: ReadChannel): Which => ({ missing, weak, deflected });

/** The picture with each verdict drawn at its place; a tap corrects. */
export function PictureOverlay({
  read,
  pattern,
  goneShare,
  take,
}: {
  read: Read;
  pattern: NozzlePattern;
  goneShare: number;
  take: (taken: Taken) => void;
}) {
  const words = useCheckWords().picture;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [which, setWhich] = useState<Record<string, Which>>(() =>
    Object.fromEntries(read.reading.channels.map((channel) => [channel.id, whichOf(channel)])),
  );
  const correctedIn = (which: Record<string, Which>): Corrected =>
    read.reading.channels.flatMap((channel) => {
      const [before, after] = [whichOf(channel), which[channel.id] ?? ALL_GOOD];
      const touched = new Set(FAULTS.flatMap((fault) => [...before[fault], ...after[fault]]));
      return [...touched]
        .map((nozzle) => ({ id: channel.id, nozzle, from: verdictOf(before, nozzle), to: verdictOf(after, nozzle) }))
        .filter(({ from, to }) => from !== to);
    });
  const countsOf = (which: Record<string, Which>) =>
    Object.fromEntries(
      pattern.channels.map(({ id, nozzles, colour }): [string, Counts] => [
        id,
        colour === null
          ? { missing: 0, weak: 0, deflected: 0, neighbours: false, unread: true }
          : {
              ...countsOfWhich(which[id] ?? ALL_GOOD, nozzles, goneShare),
              confidence: read.reading.channels.find((channel) => channel.id === id)?.confidence ?? 0,
            },
      ]),
    );
  const counts = countsOf(which);
  const corrected = correctedIn(which);
  const first = useRef(() => read.places && take({ counts, corrected }));
  // What was read fills the check at once: nobody enters it as all fired by leaving it.
  useEffect(() => void first.current(), []);
  const { picture } = read;
  const scale = picture.width / read.width;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    context.drawImage(picture, 0, 0, context.canvas.width, context.canvas.height);
    context.lineWidth = 2;
    read.places?.forEach((places, index) => {
      const channel = pattern.channels[index];
      for (let k = 0; channel && k < channel.nozzles; k++) {
        const verdict = verdictOf(which[channel.id] ?? ALL_GOOD, k);
        if (verdict !== "good") mark(context, verdict, (places[2 * k] ?? 0) * scale, (places[2 * k + 1] ?? 0) * scale);
      }
    });
  }, [picture, which, read, pattern, scale]);
  const tap = (event: React.MouseEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [((event.clientX - box.left) / box.width) * read.width, ((event.clientY - box.top) / box.height) * read.height];
    let [best, nozzle, distance] = ["", 0, (read.width * 0.02) ** 2];
    read.places?.forEach((places, index) => {
      for (let k = 0; k < places.length / 2; k++) {
        const d = ((places[2 * k] ?? 0) - x) ** 2 + ((places[2 * k + 1] ?? 0) - y) ** 2;
        if (d < distance) [best, nozzle, distance] = [pattern.channels[index]?.id ?? "", k, d];
      }
    });
    if (!best) return;
    const now = which[best] ?? ALL_GOOD;
    const next = { ...which, [best]: withVerdict(now, [nozzle], NEXT_VERDICT[verdictOf(now, nozzle)]) };
    setWhich(next);
    const counted = countsOf(next)[best];
    if (counted) take({ counts: { [best]: counted }, corrected: correctedIn(next) });
  };
  return (
    <section aria-label={words.title} className="grid gap-2">
      {read.reading.needsReview ? (
        <p className="border-care border-l-4 pl-3 font-semibold">{filled(words.review, { why: read.because.join("; ") })}</p>
      ) : (
        <p className="text-ink2">{words.sure}</p>
      )}
      {read.places && (
        <canvas
          ref={canvas}
          width={Math.round(read.width * scale)}
          height={Math.round(read.height * scale)}
          className="w-full cursor-crosshair border border-line"
          role="img"
          aria-label={filled(words.canvas, {
            count: Object.values(which).reduce((sum, each) => sum + FAULTS.reduce((all, fault) => all + each[fault].length, 0), 0),
          })}
          onClick={tap}
        />
      )}
      <ul className="grid gap-x-6 text-sm sm:grid-cols-2">
        {read.reading.channels.map(({ id, confidence, unread }) => (
          <li key={id}>
            <span className="figure">{id}</span>{" "}
            {unread
              ? words.clear
              : filled(words.counts, {
                  missing: counts[id]?.missing ?? 0,
                  weak: counts[id]?.weak ?? 0,
                  deflected: counts[id]?.deflected ?? 0,
                  sure: confidence >= SURE ? words.isSure : words.notSure,
                })}
          </li>
        ))}
      </ul>
      {corrected.length > 0 && <p className="text-ink2 text-sm">{filled(words.corrected, { count: corrected.length })}</p>}
    </section>
  );
}

/** A verdict by its shape first, readable on light and dark ground. */
function mark(context: CanvasRenderingContext2D, verdict: Verdict, x: number, y: number): void {
  if (verdict === "good") return;
  for (const [colour, width] of [
    ["#ffffff", 4],
    ["#98281d", 2],
  ] as const) {
    context.strokeStyle = colour;
    context.lineWidth = width;
    context.beginPath();
    if (verdict === "missing") context.rect(x - 8, y - 6, 16, 12);
    else if (verdict === "weak") {
      context.moveTo(x - 8, y + 7);
      context.lineTo(x + 8, y + 7);
    } else {
      context.moveTo(x - 7, y + 8);
      context.lineTo(x + 7, y - 8);
    }
    context.stroke();
  }
}
