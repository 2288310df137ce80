import sharp from "sharp";

/** What a browser does with pictures, done by sharp: decoding, making smaller, a canvas that gives its pixels back. */

class Bitmap {
  constructor(
    readonly width: number,
    readonly height: number,
    /** Four planes of colour, eight bits each. */
    readonly pixels: Uint8ClampedArray,
  ) {}
  close(): void {}
}

async function createImageBitmap(from: Blob | Bitmap, { resizeWidth }: { resizeWidth?: number } = {}): Promise<Bitmap> {
  const image =
    from instanceof Bitmap
      ? sharp(Buffer.from(from.pixels), { raw: { width: from.width, height: from.height, channels: 4 } })
      : sharp(Buffer.from(await from.arrayBuffer()), { failOn: "truncated" }).rotate();
  const { data, info } = await image.resize(resizeWidth).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return new Bitmap(info.width, info.height, new Uint8ClampedArray(data));
}

class Canvas {
  private shown: Bitmap | null = null;
  constructor(
    readonly width: number,
    readonly height: number,
  ) {}
  getContext() {
    return {
      drawImage: (bitmap: Bitmap) => {
        this.shown = bitmap;
      },
      getImageData: () => ({ data: this.shown?.pixels }),
    };
  }
}

Object.assign(globalThis, { createImageBitmap, OffscreenCanvas: Canvas });
