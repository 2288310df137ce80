import sharp from "sharp";
import { pictureOf } from "../../src/core/bench/print-check.ts";
import { readCheck } from "../../src/core/nozzles/scan/read-check.ts";
import { caseOf } from "../../tests/scan/cases.ts";

/** A check read from a picture of twelve megapixels, beside one plain pass over the same file by the library that decodes it. */
const WIDTH = 4000;
const each = caseOf("phone", 3);
const by = WIDTH / each.scene.width;
const scene = {
  ...each.scene,
  width: WIDTH,
  height: Math.round(each.scene.height * by),
  corners: each.scene.corners.map((at) => at * by) as unknown as typeof each.scene.corners,
  blur: (each.scene.blur ?? 0) * by,
};
const picture = pictureOf(each.pattern, each.printing, scene, each.seed);
const file = await sharp(Buffer.from(picture.data.buffer), { raw: { width: picture.width, height: picture.height, channels: 3 } })
  .jpeg({ quality: 88 })
  .toBuffer();

async function median(times: number, work: () => unknown): Promise<number> {
  const took: number[] = [];
  for (let time = 0; time < times; time++) {
    const from = performance.now();
    await work();
    took.push(performance.now() - from);
  }
  return took.sort((a, b) => a - b)[times >> 1] ?? 0;
}

const first = performance.now();
const { because } = readCheck({ ...picture, planes: 3 }, each.pattern);
const firstMs = performance.now() - first;
const readMs = await median(7, () => readCheck({ ...picture, planes: 3 }, each.pattern));
const passMs = await median(7, () => sharp(file).greyscale().blur(1).raw().toBuffer());
const decodeMs = await median(7, () => sharp(file).rotate().removeAlpha().raw().toBuffer());
process.stdout.write(
  JSON.stringify({ megapixels: (picture.width * picture.height) / 1e6, firstMs, readMs, passMs, decodeMs, doubts: because.length }),
);
