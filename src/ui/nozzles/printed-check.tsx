"use client";
import { useEffect, useRef } from "react";
import { printedSheet } from "../../core/bench/print-check.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import type { Which } from "../../core/nozzles/verdicts.ts";

const PER_MM = 7;
const EDGE_MM = 6;

/** A simulated machine's check as it comes out: clear film over a dark card. */
export function PrintedCheck({
  pattern,
  faults,
  seed,
  ready,
  label,
}: {
  pattern: NozzlePattern;
  faults: Readonly<Record<string, Which>>;
  seed: number;
  /** Its picture, to be read like any other. */
  ready: (picture: File) => void;
  label: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || !canvas.current) return;
    const { width, height, data } = printedSheet(
      pattern,
      { channels: faults, medium: [110, 112, 116], texture: 1.5, dotGain: 0.03, jitter: 0.06, satellites: 0.03 },
      { perMm: PER_MM, edge: EDGE_MM, seed },
    );
    canvas.current.width = width;
    canvas.current.height = height;
    const image = context.createImageData(width, height);
    for (let pixel = 0; pixel < width * height; pixel++) {
      for (let c = 0; c < 3; c++) image.data[pixel * 4 + c] = data[pixel * 3 + c] ?? 0;
      image.data[pixel * 4 + 3] = 255;
    }
    context.putImageData(image, 0, 0);
    canvas.current.toBlob((blob) => blob && ready(new File([blob], "check.png", { type: "image/png" })), "image/png");
  }, [pattern, faults, seed, ready]);
  return <canvas ref={canvas} className="w-full border border-line" role="img" aria-label={label} />;
}
