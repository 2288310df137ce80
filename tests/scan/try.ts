import { caseOf, TIERS, type Tier } from "./cases.ts";
import { scoreOf, summed } from "./score.ts";

/** `node --import tsx tests/scan/try.ts [TIER] [MANY] [FIRST]`: scores by tier, each picture that went wrong named. */
const [tier, many = "10", first = "1"] = process.argv.slice(2);
for (const each of tier ? [tier as Tier] : TIERS) {
  const all = [];
  for (let seed = Number(first); seed < Number(first) + Number(many); seed++) {
    const scored = await scoreOf(caseOf(each, seed));
    all.push(scored);
    const { read, wrongChannels, wrongAndSure, counts, milliseconds, megapixels } = scored;
    if (process.env.SAY || wrongChannels.length || read.reading.needsReview)
      console.log(
        `${each} ${seed}: ${megapixels.toFixed(1)} MP ${milliseconds.toFixed(0)} ms${scored.case.corners ? " corners" : ""}; wrong ${wrongChannels.join(" ") || "none"}${wrongAndSure.length ? " AND SURE" : ""}; ${Object.entries(
          counts,
        )
          .map(([kind, { hit, false: wrong, left }]) => `${kind} ${hit}+${wrong}-${left}`)
          .join(", ")}; ${read.because.join("; ")}`,
      );
  }
  console.log(each, JSON.stringify(summed(all)));
}
