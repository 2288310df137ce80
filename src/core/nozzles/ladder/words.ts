import type { Job } from "../../routines/effects.ts";
import { nozzleWords } from "../compare.ts";
import type { Action, NextStep, Row } from "./next-step.ts";
import type { LadderSettings } from "./settings.ts";

const few = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;

/** An action as the words on its control: “Clean, medium, H1”. */
export function actionWords(action: Action): string {
  switch (action.kind) {
    case "check":
      return "Print and enter a check";
    case "release":
      return action.withCare ? "Print, with care" : "Print";
    case "look":
      return action.at === "channel"
        ? `Look at ${action.channels.join(", ")}: ink level, clip, line, cartridge seat`
        : "Look at the ink supply: air in lines, clips, levels";
    case "clean":
      return `Clean, ${action.rung.name}, ${action.heads === "all" || action.heads.length === 0 ? "all heads" : action.heads.join(" and ")}`;
    case "seal-test":
      return "Test the cap seal";
    case "cap-service":
      return "Service the cap: the seal leaks";
    case "load":
      return "Load ink";
    case "damper":
      return `Lift the damper of ${action.channels.join(", ")}`;
    case "by-hand":
      return "Clean by hand: around the head, cap lip, wiper";
    case "flush":
      return `Flush ${action.channels.join(", ")}`;
    case "colour-flag":
      return "Print a colour flag";
    case "rest":
      return action.until ? "Let it rest" : `Rest ${action.hours} h on a wet cap`;
    case "technician":
      return "Call a technician";
  }
}

/** The jobs whose routines lead through an action; the weekly one of the class is the caller's to know. */
export const JOBS_OF: Partial<Record<Action["kind"], readonly Job[]>> = {
  "seal-test": ["seal-test"],
  damper: ["supply-check"],
  flush: ["channel-flush"],
  "cap-service": ["cap-service"],
  technician: ["soak-head", "replace-head"],
};

/** Why a row holds, with its numbers. */
export function rowSentence({ row, standing, action }: NextStep, ladder: LadderSettings): string {
  const { cleans, counts, outside, cleansOnRung, rests, gone, rung } = standing;
  const [now, before] = [counts.at(-1), counts.at(-2)];
  const moved =
    now === undefined
      ? ""
      : now === 0 && !before
        ? "Weak or deflected nozzles"
        : before === undefined
          ? `${now} out`
          : `${before} out, now ${now}`;
  const at = rung ? `“${rung.name}”` : "this step";
  const byRow: Record<Row, string> = {
    within: "Every channel is within limits.",
    "one-gone": `${gone.join(", ")} is all out and was not before. Ink, a clip, the line or the seat is likelier than a clog. Look first, then one clean.`,
    "still-gone": `${gone.join(", ")} is still all out after ${few(cleans, "clean")}. Test the seal first, then load and clean. Lifting a damper lets air in, so it comes last.`,
    "several-gone": `${gone.join(", ")} are all out at once. A leaking cap seal is likelier than so many clogs. Test it before any clean.`,
    "seal-leaks": "The pad did not fill. A leaking seal makes every clean useless. See to the cap first.",
    "worse-twice": `Worse twice in a row (${counts.slice(-3).join(", ")}). Air or a leaking seal is likelier than dried ink. Test the seal, then look at the supply.`,
    limit: `${few(cleans, "clean")} so far, and the limit is ${ladder.limit}. More would only waste ink.`,
    "rung-new": cleans
      ? `${at === "this step" ? "Start again from the lightest clean" : `${at} was not tried yet`}; ${moved}.`
      : `${moved} in ${outside.join(", ")}. The lightest clean comes first.`,
    progress: `Progress: ${moved}. ${few(cleansOnRung, "clean")} on ${at}, up to ${ladder.cleansARung} while they help.`,
    "no-progress": `No progress: ${moved}. ${few(cleansOnRung, "clean")} on ${at}. ${ladder.withoutProgress} before the next step.`,
    "rung-above": `${few(cleansOnRung, "clean")} on ${at}, ${moved}. Go one step up.`,
    "by-hand": `The strongest clean is done (${moved}). Clean the head by hand, then start again from the lightest.`,
    flush: "Cleaned by hand and tried again. Flush the poor channels only, then load, clean once, check.",
    rest: `All cleans, hand cleaning and a flush are done (${moved}). Only soaking is left.`,
    "fixed-opening": `Always ${few(ladder.fixedCleans, "clean")} before the check. ${cleans} done.`,
    "one-more": `${moved} after ${few(cleans, "clean")}. One more, up to ${ladder.limit}.`,
    "load-and-clean": `${moved}. Load ${ladder.loadSecondsFrom} to ${ladder.loadSecondsTo} s, stop when the pump struggles. Look at the parked cap, clean, check.`,
    "check-due": cleans ? "A check shows what came back." : "The last check is too old to count.",
    "colours-mixed": `Colours are mixed, and at least ${ladder.flagPercent} % of the nozzles fire. Bars of each colour pull the mixed ink out.`,
    chronic: `The same nozzles are out on ${standing.chronic?.[0]?.mornings ?? 0} mornings in a row (${(standing.chronic ?? []).map((each) => `${each.id}: ${nozzleWords(each.nozzles)}`).join("; ")}). Cleans don’t bring them back.${action.kind === "technician" ? " The damper was lifted already. Soak or replace the head." : " Look at the damper."}`,
    resting: "It rests. Soaking does what cleans could not.",
    technician:
      rests >= ladder.rests
        ? `${few(rests, "rest")}, and nozzles are still out${outside.length ? ` in ${outside.join(", ")}` : ""}. This needs a technician.`
        : "It was handed to a technician.",
  };
  const flushClean = row === "flush" && action.kind !== "flush" ? "After the flush: load, clean once, check." : undefined;
  return flushClean ?? byRow[row];
}

export type Candidate = { what: string; whyNot: string };

/** What else could be done, and why not now. */
export function whyNotOthers({ action, standing, row }: NextStep, ladder: LadderSettings): Candidate[] {
  if (action.kind === "release") return [];
  const { cleans, cleansOnRung, rung, gone, outside, rests } = standing;
  const candidates: Candidate[] = [];
  const add = (kind: Action["kind"], what: string, whyNot: string) => {
    if (action.kind !== kind) candidates.push({ what, whyNot });
  };
  const stronger = ladder.rungs[ladder.rungs.findIndex(({ id }) => id === (rung ?? ladder.rungs[0])?.id) + 1];
  const isClog = row === "several-gone" || row === "one-gone" || row === "worse-twice" || row === "still-gone";
  add(
    "clean",
    "Another clean",
    action.kind === "check"
      ? "check first what the last one did"
      : isClog
        ? "this does not look like dried ink; a clean would waste ink"
        : row === "limit" || action.kind === "rest" || action.kind === "technician"
          ? "cleans don’t help here any more"
          : "the next step comes first",
  );
  if (stronger && action.kind === "clean" && action.rung.id !== stronger.id)
    candidates.push({
      what: `A stronger clean (“${stronger.name}”)`,
      whyNot:
        row === "progress"
          ? `this one still helps and takes less ink (${action.rung.ml} mL, not ${stronger.ml})`
          : `weaker ones come first: ${cleansOnRung} of ${ladder.withoutProgress} tried`,
    });
  add("by-hand", "Clean by hand", "comes after the strongest clean");
  add("flush", "Channel flush", "comes after cleaning by hand, and only for the poor channels");
  if (!isClog)
    add("seal-test", "Cap seal test", gone.length ? "comes after a clean" : "no channel is all out, and it did not get worse twice");
  add("damper", "Lift a damper", gone.length ? "lets air in, so it comes last" : "no channel is all out, and it lets air in");
  add("rest", "Rest", rests ? "it has rested" : `${cleans} of ${ladder.limit} cleans are used`);
  add("technician", "A technician", `comes after ${few(ladder.rests, "rest")}`);
  candidates.push({
    what: "Print anyway",
    whyNot: outside.length
      ? `${outside.join(", ")} would show in the print; a supervisor may allow it with a reason`
      : "the check is too old to count",
  });
  return candidates;
}
