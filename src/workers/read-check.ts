/// <reference lib="webworker" />
import { imageSize } from "image-size";
import type { NozzlePattern } from "../core/nozzles/pattern.ts";
import { dashesOf } from "../core/nozzles/pattern.ts";
import type { NozzleReading } from "../core/nozzles/reading.ts";
import type { Corners } from "../core/nozzles/scan/corners.ts";
import { readCheck } from "../core/nozzles/scan/read-check.ts";

declare const self: DedicatedWorkerGlobalScope;

export type ReadAsked = { file: Blob; pattern: NozzlePattern; corners?: Corners };
export type ReadTold =
  | { kind: "progress"; share: number }
  | { kind: "fault"; message: string }
  | {
      kind: "read";
      reading: NozzleReading;
      because: string[];
      width: number;
      height: number;
      /** By channel: x and y of each nozzle's place in the picture, in pixels; none where the pattern was not found. */
      places: Float32Array[] | null;
      /** The picture itself, small enough to be shown: so the page has nothing to decode. */
      picture: ImageBitmap;
    };

const SHOWN_PX = 1400;
const MOST_PIXELS = 120_000_000;
const NO_PICTURE = "This file is no picture that can be decoded; it may be cut off or damaged. Take a PNG or a JPEG.";

/** What its head says against a file, before anything is unpacked. */
async function sizeFault(file: Blob): Promise<string | undefined> {
  try {
    const { width, height, type } = imageSize(new Uint8Array(await file.slice(0, 512 * 1024).arrayBuffer()));
    if (type !== "png" && type !== "jpg") return `This is a ${type?.toUpperCase() ?? "file of another kind"}; take a PNG or a JPEG.`;
    return width * height > MOST_PIXELS ? "This picture has more than 120 million pixels; take it smaller." : undefined;
  } catch {
    return NO_PICTURE;
  }
}
const tell = (told: ReadTold) => self.postMessage(told);

/** Reads a picture off the page's own thread. */
self.onmessage = async ({ data: { file, pattern, corners } }: MessageEvent<ReadAsked>) => {
  try {
    tell({ kind: "progress", share: 0.02 });
    const wrong = await sizeFault(file);
    if (wrong) return tell({ kind: "fault", message: wrong });
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file, { imageOrientation: "from-image" });
    } catch {
      return tell({ kind: "fault", message: NO_PICTURE });
    }
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
    if (!context) return tell({ kind: "fault", message: "This browser can't read pictures here; enter the counts by hand." });
    context.drawImage(bitmap, 0, 0);
    const shown = await createImageBitmap(bitmap, { resizeWidth: Math.min(width, SHOWN_PX), resizeQuality: "medium" });
    bitmap.close();
    const { data } = context.getImageData(0, 0, width, height);
    tell({ kind: "progress", share: 0.15 });
    const { reading, laying, because } = readCheck({ width, height, data, planes: 4 }, pattern, {
      ...(corners ? { corners } : {}),
      progress: (share) => tell({ kind: "progress", share: 0.15 + share * 0.85 }),
    });
    const places = laying
      ? pattern.channels.map((channel) => Float32Array.from(dashesOf(channel).flatMap(({ x, y, length }) => laying(x + length / 2, y))))
      : null;
    const told: ReadTold = { kind: "read", reading, because, width, height, places, picture: shown };
    self.postMessage(told, [shown]);
  } catch (error) {
    tell({
      kind: "fault",
      message: `The picture could not be read (${error instanceof Error ? error.message : error}). Enter the counts by hand.`,
    });
  }
};
