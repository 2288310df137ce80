"use client";
import { useEffect, useRef, useState } from "react";
import { type Corners, cornersFault } from "../../core/nozzles/scan/corners.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import { Button } from "../kit/button.tsx";
import type { Read } from "./reading.ts";

const NAMES = ["topLeft", "topRight", "bottomRight", "bottomLeft"] as const;
type Point = { x: number; y: number };

/** The sheet's four corners, dragged into place on the picture by a finger, a mouse or the arrow keys. */
export function CornerPicker({
  read,
  sheet,
  use,
  leave,
}: {
  read: Pick<Read, "width" | "height" | "picture">;
  sheet: { width: number; height: number };
  use: (corners: Corners) => void;
  leave: () => void;
}) {
  const words = useCheckWords().picture;
  const field = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  // As shares of the picture, so that it may be shown at any size.
  const [points, setPoints] = useState<Point[]>([
    { x: 0.12, y: 0.12 },
    { x: 0.88, y: 0.12 },
    { x: 0.88, y: 0.88 },
    { x: 0.12, y: 0.88 },
  ]);
  useEffect(() => {
    canvas.current?.getContext("2d")?.drawImage(read.picture, 0, 0);
  }, [read]);
  const put = (index: number, { x, y }: Point) =>
    setPoints((before) => before.map((each, place) => (place === index ? { x: clamp(x), y: clamp(y) } : each)));
  const drag = (index: number) => (event: React.PointerEvent) => {
    const box = field.current?.getBoundingClientRect();
    if (!box || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    put(index, { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height });
  };
  const key = (index: number) => (event: React.KeyboardEvent) => {
    const by = event.shiftKey ? 0.02 : 0.003;
    const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[event.key];
    const point = points[index];
    if (!step || !point) return;
    event.preventDefault();
    put(index, { x: point.x + (step[0] ?? 0), y: point.y + (step[1] ?? 0) });
  };
  const turn = () => setPoints(([a, b, c, d]) => [d, a, b, c].flatMap((each) => each ?? []));
  const corners = points.flatMap(({ x, y }) => [x * read.width, y * read.height]) as unknown as Corners;
  const fault = cornersFault(corners);
  return (
    <section aria-label={words.cornersTitle} className="grid gap-2">
      <p>{filled(words.cornersHow, { width: sheet.width, height: sheet.height })}</p>
      <div ref={field} className="relative border border-line">
        <canvas
          ref={canvas}
          width={read.picture.width}
          height={read.picture.height}
          role="img"
          aria-label={words.taken}
          className="block w-full"
        />
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
          <polygon
            points={points.map(({ x, y }) => `${x * 100},${y * 100}`).join(" ")}
            fill="none"
            stroke="#ffffff"
            strokeWidth="4"
            vectorEffect="non-scaling-stroke"
          />
          <polygon
            points={points.map(({ x, y }) => `${x * 100},${y * 100}`).join(" ")}
            fill="none"
            stroke="#98281d"
            strokeWidth="2"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {points.map(({ x, y }, index) => (
          <button
            key={NAMES[index]}
            type="button"
            aria-label={filled(words.corner, {
              corner: words.cornerNames[NAMES[index] ?? "topLeft"],
              x: Math.round(x * 100),
              y: Math.round(y * 100),
            })}
            className="absolute grid size-12 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none place-items-center rounded-full border-2 border-white bg-[#98281d]/70 font-bold text-white"
            style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag(index)}
            onKeyDown={key(index)}
          >
            {index + 1}
          </button>
        ))}
      </div>
      <p role="alert" className="text-hold">
        {fault ? filled(words.wrong, { why: fault }) : ""}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button look="primary" size="hand" disabled={Boolean(fault)} onClick={() => use(corners)}>
          {words.readBy}
        </Button>
        <Button size="hand" onClick={turn}>
          {words.turn}
        </Button>
        <Button size="hand" onClick={leave}>
          {words.leave}
        </Button>
      </div>
    </section>
  );
}

const clamp = (share: number): number => Math.max(0, Math.min(1, share));
