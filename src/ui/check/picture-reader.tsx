"use client";
import { useEffect, useRef, useState } from "react";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFAULT_READINESS } from "../../core/nozzles/readiness.ts";
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
import type { ReadAsked, ReadTold } from "../../workers/read-check.ts";
import type { Counts } from "./channel-counts.tsx";
import type { Corrected } from "./counts-form.tsx";

export type Taken = { counts: Record<string, Counts>; corrected: Corrected };
type Read = Extract<ReadTold, { kind: "read" }>;

/** A picture of the printed check, read in the background; each verdict is drawn at its place, and a tap corrects it. */
export function PictureReader({
  name,
  pattern,
  goneShare = DEFAULT_READINESS.goneShare,
  given,
  take,
}: {
  name: string;
  pattern: NozzlePattern;
  goneShare?: number;
  /** A picture that is there already. */
  given?: File | null;
  take: (taken: Taken) => void;
}) {
  const [share, setShare] = useState<number | null>(null);
  const [fault, setFault] = useState("");
  const [read, setRead] = useState<Read | null>(null);
  const [file, setFile] = useState<Blob | null>(null);
  const worker = useRef<Worker | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const start = (chosen: File | null | undefined) => {
    if (!chosen) return;
    stop();
    setFault("");
    setRead(null);
    setFile(chosen);
    setShare(0);
    const hand = new Worker(new URL("../../workers/read-check.ts", import.meta.url), { type: "module" });
    worker.current = hand;
    hand.onmessage = ({ data }: MessageEvent<ReadTold>) => {
      if (data.kind === "progress") return setShare(data.share);
      if (data.kind === "fault") setFault(data.message);
      else setRead(data);
      stop();
    };
    hand.onerror = () => {
      setFault("The picture could not be read here. Enter the counts by hand.");
      stop();
    };
    hand.postMessage({ file: chosen, pattern } satisfies ReadAsked);
  };
  return (
    <div className="my-2 grid gap-2">
      <div className="flex flex-wrap items-center gap-3">
        {given === undefined ? (
          <label className="press hand cursor-pointer focus-within:outline focus-within:outline-2">
            Read a picture of it
            <input
              type="file"
              accept="image/png,image/jpeg"
              className="sr-only"
              aria-label={`${name}: a picture of its printed check`}
              onChange={(event) => start(event.target.files?.[0])}
            />
          </label>
        ) : (
          <button type="button" className="press hand" disabled={!given} onClick={() => start(given)}>
            Let it be read
          </button>
        )}
        {share !== null && (
          <>
            <progress value={share} max={1} aria-label="Reading the picture" />
            <button type="button" className="press hand" onClick={stop}>
              Stop
            </button>
          </>
        )}
      </div>
      <p role="alert" className="text-stop">
        {fault}
      </p>
      {read && file && (
        <Overlay key={`${read.width}/${file.size}`} read={read} file={file} pattern={pattern} goneShare={goneShare} take={take} />
      )}
    </div>
  );
}

/** What a picture's reading said of a channel. */
const whichOf = ({ missing = [], weak = [], deflected = [] }: ReadChannel): Which => ({ missing, weak, deflected });

function Overlay({
  read,
  file,
  pattern,
  goneShare,
  take,
}: {
  read: Read;
  file: Blob;
  pattern: NozzlePattern;
  goneShare: number;
  take: (taken: Taken) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [which, setWhich] = useState<Record<string, Which>>(() =>
    Object.fromEntries(read.reading.channels.map((channel) => [channel.id, whichOf(channel)])),
  );
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  const scale = Math.min(1, 1400 / read.width);
  useEffect(() => {
    void createImageBitmap(file, { imageOrientation: "from-image", resizeWidth: Math.round(read.width * scale) }).then(setPicture);
  }, [file, read.width, scale]);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || !picture) return;
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
    setWhich({ ...which, [best]: withVerdict(now, [nozzle], NEXT_VERDICT[verdictOf(now, nozzle)]) });
  };
  const corrected: Corrected = read.reading.channels.flatMap((channel) => {
    const [before, after] = [whichOf(channel), which[channel.id] ?? ALL_GOOD];
    const touched = new Set(FAULTS.flatMap((fault) => [...before[fault], ...after[fault]]));
    return [...touched]
      .map((nozzle) => ({ id: channel.id, nozzle, from: verdictOf(before, nozzle), to: verdictOf(after, nozzle) }))
      .filter(({ from, to }) => from !== to);
  });
  const counts = Object.fromEntries(
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
  return (
    <section aria-label="What was read" className="grid gap-2">
      {read.reading.needsReview ? (
        <p className="border-care border-l-4 pl-3">
          <strong>Look before you use it:</strong> {read.because.join("; ")}.
        </p>
      ) : (
        <p className="text-soft">
          All channels are sure. A box is a missing nozzle, a bar a weak one, a slash a deflected one; a tap corrects.
        </p>
      )}
      {read.places && (
        <canvas
          ref={canvas}
          width={Math.round(read.width * scale)}
          height={Math.round(read.height * scale)}
          className="w-full cursor-crosshair border border-hair"
          role="img"
          aria-label={`The picture with ${Object.values(which).reduce((sum, each) => sum + FAULTS.reduce((all, fault) => all + each[fault].length, 0), 0)} marked nozzles`}
          onClick={tap}
        />
      )}
      <ul className="grid gap-x-6 text-sm sm:grid-cols-2">
        {read.reading.channels.map(({ id, confidence, unread }) => (
          <li key={id}>
            <span className="figure">{id}</span>{" "}
            {unread
              ? "clear, judged by hand"
              : `${counts[id]?.missing} missing, ${counts[id]?.weak} weak, ${counts[id]?.deflected} deflected; ${confidence >= SURE ? "sure" : "not sure"}`}
          </li>
        ))}
      </ul>
      {read.places && (
        <button type="button" className="press hand" onClick={() => take({ counts, corrected })}>
          Take these numbers{corrected.length ? `, ${corrected.length} corrected` : ""}
        </button>
      )}
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
