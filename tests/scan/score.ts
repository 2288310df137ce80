import sharp from "sharp";
import { pictureOf } from "../../src/core/bench/print-check.ts";
import { SURE } from "../../src/core/nozzles/reading.ts";
import type { Picture } from "../../src/core/nozzles/scan/picture.ts";
import { type CheckRead, readCheck } from "../../src/core/nozzles/scan/read-check.ts";
import type { Case } from "./cases.ts";

/** How readings compare with what is really on the pictures. */
export type Score = {
  pictures: number;
  channels: number;
  f1: { missing: number; weak: number; deflected: number };
  /** Share of channels called sure, with no look asked for, whose missing nozzles are not right. */
  wrongAndSure: number;
  /** Share of pictures for which a look was asked. */
  looks: number;
  unsure: number;
  notFound: number;
};

/** A case's picture as it comes out of a file. */
export async function pictureFile(each: Case): Promise<{ file: Buffer; picture: Picture }> {
  const { width, height, data } = pictureOf(each.printedPattern ?? each.pattern, each.printing, each.scene, each.seed);
  const raw = sharp(Buffer.from(data.buffer, data.byteOffset, data.byteLength), { raw: { width, height, channels: 3 } });
  const file = each.jpeg ? await raw.jpeg({ quality: each.jpeg }).toBuffer() : await raw.png({ compressionLevel: 1 }).toBuffer();
  const { data: decoded, info } = await sharp(file).rotate().removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { file, picture: { width: info.width, height: info.height, data: decoded, planes: 3 } };
}

type Counts = { hit: number; false: number; left: number };
const f1 = ({ hit, false: wrong, left }: Counts) => (hit + wrong + left === 0 ? 1 : (2 * hit) / (2 * hit + wrong + left));

export type Scored = {
  case: Case;
  read: CheckRead;
  wrongChannels: string[];
  wrongAndSure: string[];
  counts: Record<"missing" | "weak" | "deflected", Counts>;
};

export function scored(each: Case, read: CheckRead): Scored {
  const counts = { missing: { hit: 0, false: 0, left: 0 }, weak: { hit: 0, false: 0, left: 0 }, deflected: { hit: 0, false: 0, left: 0 } };
  const [wrongChannels, wrongAndSure]: [string[], string[]] = [[], []];
  each.pattern.channels.forEach((channel, index) => {
    const answer = read.reading.channels[index];
    if (channel.colour === null || !answer) return;
    const truth = each.printing.channels?.[channel.id] ?? {};
    let wrong = false;
    for (const kind of ["missing", "weak", "deflected"] as const) {
      const [real, said] = [new Set(truth[kind] ?? []), new Set(answer[kind] ?? [])];
      for (const k of said) counts[kind][real.has(k) ? "hit" : "false"]++;
      for (const k of real) if (!said.has(k)) counts[kind].left++;
      if (kind === "missing") wrong = [...said].some((k) => !real.has(k)) || [...real].some((k) => !said.has(k));
    }
    if (wrong) wrongChannels.push(channel.id);
    if ((wrong || each.printedPattern) && answer.confidence >= SURE && !read.reading.needsReview) wrongAndSure.push(channel.id);
  });
  return { case: each, read, wrongChannels, wrongAndSure, counts };
}

export async function scoreOf(each: Case): Promise<Scored & { milliseconds: number; megapixels: number }> {
  const { picture } = await pictureFile(each);
  const started = performance.now();
  const read = readCheck(picture, each.pattern, each.corners ? { corners: each.corners } : {});
  return { ...scored(each, read), milliseconds: performance.now() - started, megapixels: (picture.width * picture.height) / 1e6 };
}

export function summed(all: readonly Scored[]): Score {
  const total = (kind: "missing" | "weak" | "deflected"): Counts =>
    all.reduce(
      (sum, { counts }) => ({ hit: sum.hit + counts[kind].hit, false: sum.false + counts[kind].false, left: sum.left + counts[kind].left }),
      { hit: 0, false: 0, left: 0 },
    );
  const channels = all.reduce((sum, { case: { pattern } }) => sum + pattern.channels.filter(({ colour }) => colour).length, 0);
  const unsure = all.reduce(
    (sum, { read }) => sum + read.reading.channels.filter(({ confidence, unread }) => !unread && confidence < SURE).length,
    0,
  );
  return {
    pictures: all.length,
    channels,
    f1: { missing: f1(total("missing")), weak: f1(total("weak")), deflected: f1(total("deflected")) },
    wrongAndSure: all.reduce((sum, { wrongAndSure }) => sum + wrongAndSure.length, 0) / Math.max(1, channels),
    looks: all.filter(({ read }) => read.reading.needsReview).length / Math.max(1, all.length),
    unsure: unsure / Math.max(1, channels),
    notFound: all.filter(({ read }) => !read.laying).length,
  };
}
