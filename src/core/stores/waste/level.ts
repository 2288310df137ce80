import { median } from "d3-array";

/** What is known of a waste vessel: looks at it and emptyings, oldest first, and what has run in by record. Times in milliseconds. */
export type VesselMark = { at: number; ml: number; kind: "level" | "emptied"; entry?: string };
export type Inflow = { at: number; ml: number; what: string };

export type VesselEstimate = {
  /** Most likely now, in mL, and one standard deviation of it. */
  ml: number;
  spreadMl: number;
  /** Where it is measured: when; the estimate grows from there. */
  since: number | null;
  measuredMl: number | null;
  /** By record since then, and what runs in besides. */
  recordedMl: number;
  besidesMlADay: number;
  besidesSpread: number;
  /** Spans between looks that the rest was learned from. */
  learnedFrom: number;
  why: string[];
};

export type VesselSettings = {
  /** How well a level is read, as a share of the vessel. */
  readingShare: number;
  /** How well a recorded draw is known, as a share of it. */
  drawShare: number;
  /** What runs in a day besides what is recorded, before anything is learned (the machine's own idle cleans), and its spread. */
  besidesMlADay: number;
  besidesSpread: number;
  /** How many days of looks the first guess weighs. */
  guessDays: number;
};
/** Common practice, no source. */
export const VESSEL_SETTINGS: VesselSettings = { readingShare: 0.02, drawShare: 0.3, besidesMlADay: 4, besidesSpread: 4, guessDays: 7 };

const DAY_MS = 86_400_000;

/** How far off a level may be when it was just read, just emptied, or never looked at: one standard deviation. */
export function readSpreadMl(volumeMl: number, kind: VesselMark["kind"] | undefined, settings: VesselSettings = VESSEL_SETTINGS): number {
  if (kind === "level") return settings.readingShare * volumeMl;
  return (kind === "emptied" ? 0.005 : 0.25) * volumeMl;
}

/**
 * The level of a waste vessel now: the last look (or nothing after an emptying), plus the draws recorded since, plus what the machine
 * draws by itself, learned from what earlier looks found besides the recorded draws. The error grows until the next look.
 *
 * @param marks oldest first; none: the vessel was not looked at of late, and the estimate says so
 */
export function vesselLevel(
  volumeMl: number,
  marks: readonly VesselMark[],
  inflows: readonly Inflow[],
  now: number,
  settings: VesselSettings = VESSEL_SETTINGS,
): VesselEstimate {
  const learned = besides(marks, inflows, settings);
  const last = marks.at(-1);
  const why: string[] = [];
  const since = last?.at ?? inflows[0]?.at ?? now;
  const after = inflows.filter(({ at }) => at > since && at <= now);
  const recordedMl = after.reduce((sum, { ml }) => sum + ml, 0);
  const days = Math.max(0, now - since) / DAY_MS;
  const ml = (last?.ml ?? 0) + recordedMl + learned.mlADay * days;
  const read = readSpreadMl(volumeMl, last?.kind, settings);
  const spreadMl = Math.sqrt(
    read ** 2 + after.reduce((sum, each) => sum + (settings.drawShare * each.ml) ** 2, 0) + (learned.spread * Math.sqrt(days)) ** 2,
  );
  why.push(
    last
      ? `${last.kind === "level" ? "read" : "emptied, left"} ${Math.round(last.ml)} mL ${ago(now - last.at)}`
      : "nobody has looked at it of late, so its level is not known",
    `${Math.round(recordedMl)} mL recorded since: ${grouped(after) || "nothing"}`,
    `${oneDigit(learned.mlADay)} mL a day besides, ${learned.spans ? `learned from ${learned.spans} ${learned.spans === 1 ? "span" : "spans"} between looks` : "a first guess for its own idle cleans"}`,
  );
  return {
    ml,
    spreadMl,
    since: last?.at ?? null,
    measuredMl: last?.kind === "level" ? last.ml : null,
    recordedMl,
    besidesMlADay: learned.mlADay,
    besidesSpread: learned.spread,
    learnedFrom: learned.spans,
    why,
  };
}

/** From so many spans on a bad one can be told; how many usual deviations from the middle a span counts (Huber's way; from memory). */
const [FEWEST_SPANS, CLIPPED_AT] = [4, 2.5];

/** What ran in a day besides the record, over the spans that end in a look; the first guess weighs like some days of looks. */
function besides(marks: readonly VesselMark[], inflows: readonly Inflow[], settings: VesselSettings) {
  let days = settings.guessDays;
  let ml = settings.besidesMlADay * settings.guessDays;
  const rates: { rate: number; days: number }[] = [];
  marks.forEach((mark, index) => {
    const before = marks[index - 1];
    if (!before || mark.kind !== "level") return;
    const span = (mark.at - before.at) / DAY_MS;
    if (span < 0.5) return;
    const recorded = inflows.filter(({ at }) => at > before.at && at <= mark.at).reduce((sum, each) => sum + each.ml, 0);
    const more = mark.ml - before.ml - recorded;
    days += span;
    ml += more;
    rates.push({ rate: more / span, days: span });
  });
  if (rates.length >= FEWEST_SPANS) {
    // One bad reading spoils the span before it and the one after: rates far from the middle one count as far as the bound.
    const middle = median(rates.map(({ rate }) => rate)) ?? 0;
    const usual = 1.4826 * (median(rates.map(({ rate }) => Math.abs(rate - middle))) ?? 0);
    const bound = CLIPPED_AT * Math.max(usual, settings.besidesSpread / 2);
    for (const each of rates) each.rate = Math.min(middle + bound, Math.max(middle - bound, each.rate));
    ml = settings.besidesMlADay * settings.guessDays + rates.reduce((sum, each) => sum + each.rate * each.days, 0);
  }
  const mlADay = Math.max(0, ml / days);
  // Spread of a day's rest about the rate; longer spans say it better.
  const weight = rates.reduce((sum, each) => sum + each.days, 0);
  const variance =
    (settings.besidesSpread ** 2 * settings.guessDays +
      rates.reduce((sum, each) => sum + each.days * (each.rate - mlADay) ** 2 * each.days, 0)) /
    (settings.guessDays + weight);
  return { mlADay, spread: Math.sqrt(variance), spans: rates.length };
}

export type MarkForecast = {
  /** Whole days from now until it reaches its mark: four times of five it lies between the two. `null`: not in the days looked at. */
  earliest: number | null;
  likely: number | null;
  latest: number | null;
};

/** Four times of five: 1.2816 standard deviations either way (normal tables). */
export const FOUR_OF_FIVE = 1.2816;

/**
 * The day on which a vessel reaches its mark, as a range.
 *
 * @param plannedMl what the work of each day ahead draws, from today on
 */
export function reachesMark(
  estimate: VesselEstimate,
  limitMl: number,
  plannedMl: readonly number[],
  drawShare = VESSEL_SETTINGS.drawShare,
): MarkForecast {
  let ml = estimate.ml;
  let variance = estimate.spreadMl ** 2;
  const found: MarkForecast = { earliest: null, likely: null, latest: null };
  plannedMl.forEach((draw, day) => {
    // Today's rest may be none; the day counts whole all the same.
    ml += draw + estimate.besidesMlADay;
    variance += (drawShare * draw) ** 2 + estimate.besidesSpread ** 2;
    const spread = FOUR_OF_FIVE * Math.sqrt(variance);
    if (found.earliest === null && ml + spread >= limitMl) found.earliest = day;
    if (found.likely === null && ml >= limitMl) found.likely = day;
    if (found.latest === null && ml - spread >= limitMl) found.latest = day;
  });
  return found;
}

export type Room = { fits: boolean; roomMl: number; surelyMl: number; why: string };

/** Whether a draw goes in under the mark, on the safe side of the estimate. */
export function roomFor(estimate: Pick<VesselEstimate, "ml" | "spreadMl">, limitMl: number, drawMl: number): Room {
  const roomMl = Math.max(0, limitMl - estimate.ml);
  const surelyMl = Math.max(0, limitMl - estimate.ml - FOUR_OF_FIVE * estimate.spreadMl);
  const fits = drawMl <= surelyMl || drawMl <= 0;
  return {
    fits,
    roomMl,
    surelyMl,
    why: `it draws about ${Math.round(drawMl)} mL; under the mark there will be room for ${Math.round(roomMl)} mL, ${Math.round(surelyMl)} mL for sure`,
  };
}

const grouped = (inflows: readonly Inflow[]): string => {
  const byWhat = new Map<string, { times: number; ml: number }>();
  for (const { what, ml } of inflows) {
    const known = byWhat.get(what) ?? { times: 0, ml: 0 };
    byWhat.set(what, { times: known.times + 1, ml: known.ml + ml });
  }
  return [...byWhat]
    .sort((a, b) => b[1].ml - a[1].ml)
    .slice(0, 5)
    .map(([what, { times, ml }]) => `${times} × ${what} (${Math.round(ml)} mL)`)
    .join(", ");
};
const ago = (ms: number): string => {
  const hours = ms / 3_600_000;
  return hours < 48 ? `${Math.max(0, Math.round(hours))} h ago` : `${Math.round(hours / 24)} days ago`;
};
const oneDigit = (value: number): string => String(Number(value.toFixed(1)));
