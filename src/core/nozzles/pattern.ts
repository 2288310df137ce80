import { type Static, Type } from "typebox";
import type { Problem } from "../fleet/validate.ts";

/** The shape of a machine's nozzle check: where on the sheet each nozzle puts its dash. The open format of version 1. */

const millimetres = Type.Number({ minimum: -5000, maximum: 5000 });
const size = Type.Number({ exclusiveMinimum: 0, maximum: 5000 });
const count = Type.Integer({ minimum: 1, maximum: 100_000 });

export const PatternChannel = Type.Object({
  id: Type.String({ pattern: "^[A-Za-z0-9][A-Za-z0-9._/-]*$", maxLength: 200 }),
  ink: Type.String({ minLength: 1, maxLength: 60 }),
  /** The ink's usual colour on the sheet; `null` is clear, and judged by hand. */
  colour: Type.Union([Type.String({ pattern: "^#[0-9a-fA-F]{6}$" }), Type.Null()]),
  origin: Type.Object({ x: millimetres, y: millimetres }),
  nozzles: count,
  perRow: count,
  dash: Type.Object({ length: size, thickness: size }),
  step: Type.Object({ x: millimetres, y: millimetres }),
  rowPitch: millimetres,
});
export const NozzlePattern = Type.Object({
  format: Type.Literal("zesty-anvil/nozzle-pattern"),
  version: Type.Literal(1),
  name: Type.String({ minLength: 1, maxLength: 200, pattern: "\\S" }),
  unit: Type.Literal("mm"),
  sheet: Type.Object({ width: size, height: size }),
  channels: Type.Array(PatternChannel, { minItems: 1, maxItems: 200 }),
});
export type PatternChannel = Static<typeof PatternChannel>;
export type NozzlePattern = Static<typeof NozzlePattern>;

/** The most nozzles that a pattern may have in all. */
export const MOST_NOZZLES = 50_000;

/** A dash on the sheet: its left end at half its thickness, in millimetres. */
export type Dash = { x: number; y: number; length: number; thickness: number };

/** Where nozzle `k` (from 0) of a channel puts its dash. */
export function dashOf({ origin, perRow, step, rowPitch, dash }: PatternChannel, k: number): Dash {
  const column = k % perRow;
  const row = Math.floor(k / perRow);
  return { x: origin.x + column * step.x, y: origin.y + row * rowPitch + column * step.y, ...dash };
}

/** All dashes of a channel, by nozzle. */
export const dashesOf = (channel: PatternChannel): Dash[] => Array.from({ length: channel.nozzles }, (_, k) => dashOf(channel, k));

/** What its schema can't say of a pattern: doubled ids, too many nozzles, dashes that lie over each other. */
export function patternProblems(pattern: NozzlePattern): Problem[] {
  const problems: Problem[] = [];
  const seen = new Set<string>();
  pattern.channels.forEach(({ id }, index) => {
    if (seen.has(id)) problems.push({ path: `$.channels[${index}].id`, message: `“${id}” stands twice` });
    seen.add(id);
  });
  const nozzles = pattern.channels.reduce((sum, channel) => sum + channel.nozzles, 0);
  if (nozzles > MOST_NOZZLES)
    problems.push({
      path: "$.channels",
      message: `has ${nozzles.toLocaleString("en-GB")} nozzles; at most ${MOST_NOZZLES.toLocaleString("en-GB")} can be read`,
    });
  if (problems.length) return problems;
  const over = firstOverlap(pattern);
  if (over)
    problems.push({
      path: `$.channels[${over.channel}]`,
      message: `nozzle ${over.nozzle} is in the same place as nozzle ${over.other.nozzle} of ${over.other.id}`,
    });
  return problems;
}

type Overlap = { channel: number; nozzle: number; other: { id: string; nozzle: number } };

/** Two dashes that share ink, found in strips as high as the thickest dash. */
function firstOverlap({ channels }: NozzlePattern): Overlap | undefined {
  const strip = Math.max(...channels.map(({ dash }) => dash.thickness));
  const strips = new Map<number, { left: number; right: number; top: number; bottom: number; channel: number; nozzle: number }[]>();
  for (const [channel, each] of channels.entries())
    for (const [nozzle, { x, y, length, thickness }] of dashesOf(each).entries()) {
      const box = { left: x, right: x + length, top: y - thickness / 2, bottom: y + thickness / 2, channel, nozzle };
      for (let at = Math.floor(box.top / strip); at <= Math.floor(box.bottom / strip); at++) {
        const others = strips.get(at) ?? [];
        const other = others.find(
          (each) =>
            box.left < each.right - 1e-9 && each.left < box.right - 1e-9 && box.top < each.bottom - 1e-9 && each.top < box.bottom - 1e-9,
        );
        if (other) return { channel, nozzle, other: { id: channels[other.channel]?.id ?? "", nozzle: other.nozzle } };
        others.push(box);
        strips.set(at, others);
      }
    }
  return undefined;
}
