"use client";
import { useEffect, useRef, useState } from "react";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { hasNeighbours, SURE } from "../../core/nozzles/reading.ts";
import type { ReadAsked, ReadTold } from "../../workers/read-check.ts";
import { ask } from "../send.ts";
import type { Counts } from "./channel-counts.tsx";

type Read = Extract<ReadTold, { kind: "read" }>;
const KINDS = ["missing", "weak", "deflected"] as const;
/** What a tap on a nozzle makes of it, round and round. */
const NEXT = { good: "missing", missing: "weak", weak: "deflected", deflected: "good" } as const;
type Verdict = keyof typeof NEXT;

/** A picture of the printed check, read in the background; each verdict is drawn at its place, and a tap corrects it. */
export function PictureReader({ machine, name, take }: { machine: string; name: string; take: (counts: Record<string, Counts>) => void }) {
  const [share, setShare] = useState<number | null>(null);
  const [fault, setFault] = useState("");
  const [read, setRead] = useState<Read | null>(null);
  const [file, setFile] = useState<Blob | null>(null);
  const [pattern, setPattern] = useState<NozzlePattern | null>(null);
  const worker = useRef<Worker | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const start = async (chosen: File | undefined) => {
    if (!chosen) return;
    stop();
    setFault("");
    setRead(null);
    setFile(chosen);
    setShare(0);
    let known = pattern;
    try {
      known ??= await ask<NozzlePattern | null>(`/api/patterns?machine=${machine}`);
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
    if (!known) return setShare(null);
    setPattern(known);
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
    hand.postMessage({ file: chosen, pattern: known } satisfies ReadAsked);
  };
  return (
    <div className="my-2 grid gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <label className="press hand cursor-pointer focus-within:outline focus-within:outline-2">
          Read a picture of it
          <input
            type="file"
            accept="image/png,image/jpeg"
            className="sr-only"
            aria-label={`${name}: a picture of its printed check`}
            onChange={(event) => void start(event.target.files?.[0])}
          />
        </label>
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
      {read && file && pattern && <Overlay key={`${read.width}/${file.size}`} read={read} file={file} pattern={pattern} take={take} />}
    </div>
  );
}

function Overlay({
  read,
  file,
  pattern,
  take,
}: {
  read: Read;
  file: Blob;
  pattern: NozzlePattern;
  take: (counts: Record<string, Counts>) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [verdicts, setVerdicts] = useState<Map<string, Verdict>>(
    () =>
      new Map(
        read.reading.channels.flatMap((channel) =>
          KINDS.flatMap((kind) => (channel[kind] ?? []).map((k) => [`${channel.id}#${k}`, kind] as const)),
        ),
      ),
  );
  const [corrected, setCorrected] = useState(0);
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
        const verdict = verdicts.get(`${channel.id}#${k}`);
        if (verdict) mark(context, verdict, (places[2 * k] ?? 0) * scale, (places[2 * k + 1] ?? 0) * scale);
      }
    });
  }, [picture, verdicts, read, pattern, scale]);
  const tap = (event: React.MouseEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [((event.clientX - box.left) / box.width) * read.width, ((event.clientY - box.top) / box.height) * read.height];
    let [best, distance] = ["", (read.width * 0.02) ** 2];
    read.places?.forEach((places, index) => {
      for (let k = 0; k < places.length / 2; k++) {
        const d = ((places[2 * k] ?? 0) - x) ** 2 + ((places[2 * k + 1] ?? 0) - y) ** 2;
        if (d < distance) [best, distance] = [`${pattern.channels[index]?.id}#${k}`, d];
      }
    });
    if (!best) return;
    setVerdicts(new Map(verdicts).set(best, NEXT[verdicts.get(best) ?? "good"]));
    setCorrected(corrected + 1);
  };
  const listOf = (id: string, kind: Verdict) =>
    [...verdicts].flatMap(([key, verdict]) => (verdict === kind && key.startsWith(`${id}#`) ? [Number(key.slice(id.length + 1))] : []));
  const counts = Object.fromEntries(
    pattern.channels.map(({ id, nozzles, colour }): [string, Counts] => {
      const missing = listOf(id, "missing");
      return [
        id,
        {
          missing: missing.length,
          weak: listOf(id, "weak").length,
          deflected: listOf(id, "deflected").length,
          neighbours: hasNeighbours(missing),
          ...(missing.length >= nozzles * 0.95 ? { gone: true } : {}),
          ...(colour === null ? { unread: true } : {}),
        },
      ];
    }),
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
          aria-label={`The picture with ${[...verdicts.values()].filter((each) => each !== "good").length} marked nozzles`}
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
        <button type="button" className="press hand" onClick={() => take(counts)}>
          Take these numbers{corrected ? `, ${corrected} taps corrected` : ""}
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
