import sharp from "sharp";
import type { Picture } from "../src/core/nozzles/scan/picture.ts";

const MOST_PIXELS = 120_000_000;

/** A PNG's or JPEG's pixels, turned as its EXIF says. @throws Error in words for a person, where it can't be decoded */
export async function decodePicture(file: Uint8Array): Promise<Picture> {
  const isPng = [0x89, 0x50, 0x4e, 0x47].every((byte, at) => file[at] === byte);
  const isJpeg = file[0] === 0xff && file[1] === 0xd8 && file[2] === 0xff;
  if (!isPng && !isJpeg) throw new Error("it is no PNG and no JPEG");
  try {
    const image = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: "truncated", pages: 1 });
    const { width = 0, height = 0 } = await image.metadata();
    if (width * height > MOST_PIXELS) throw new Error("Input image exceeds pixel limit");
    const { data, info } = await image
      .rotate()
      .flatten({ background: "#ffffff" })
      .toColourspace("srgb")
      .raw({ depth: "uchar" })
      .toBuffer({ resolveWithObject: true });
    if (info.channels !== 3) throw new Error(`it has ${info.channels} planes of colour`);
    return { width: info.width, height: info.height, data, planes: 3 };
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    if (/pixel limit/i.test(said)) throw new Error(`it has more than ${MOST_PIXELS / 1e6} million pixels; take it smaller`);
    throw new Error(`it can't be decoded, it may be cut off or damaged (${said.split("\n")[0]})`);
  }
}
