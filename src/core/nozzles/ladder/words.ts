import type { Job } from "../../routines/effects.ts";
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
        ? `Look by eye at ${action.channels.join(", ")}: ink level, clip, line, cartridge seated`
        : "Look at the supply: air in the lines, clips, ink levels";
    case "clean":
      return `Clean, ${action.rung.name}, ${action.heads === "all" || action.heads.length === 0 ? "all heads" : action.heads.join(" and ")}`;
    case "seal-test":
      return "Test the cap seal";
    case "cap-service":
      return "Cap service: the seal leaks";
    case "load":
      return "Load ink";
    case "damper":
      return `Lift the damper of ${action.channels.join(", ")}`;
    case "by-hand":
      return "Clean by hand: head surround, cap seal, wiper";
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
  const moved = now === undefined ? "" : before === undefined ? `${now} missing` : `${before} missing, now ${now}`;
  const at = rung ? `“${rung.name}”` : "this rung";
  const byRow: Record<Row, string> = {
    within: "Every channel is within tolerance.",
    "one-gone": `${gone.join(", ")} is all out and was not at the last good check: likelier ink, a clip, the line or the seat than a clog. After the look one clean.`,
    "still-gone": `${gone.join(", ")} is still all out after ${few(cleans, "clean")}: first the seal, then load and clean; lifting a damper lets air in, so it comes last.`,
    "several-gone": `${gone.join(", ")} are all out at once: the cap seal is likelier than so many clogs. No clean before it is tested.`,
    "seal-leaks": "The pad did not brim: as long as the seal leaks no clean can draw. The cap first.",
    "worse-twice": `Worse twice running (${counts.slice(-3).join(", ")}): air or a leaking seal is likelier than dried ink. First the seal, then the supply.`,
    limit: `${few(cleans, "clean")} in this recovery, and the limit is ${ladder.limit}: more would only waste ink.`,
    "rung-new": cleans
      ? `${at === "this rung" ? "The climb begins anew on the lowest rung" : `${at} is not tried yet`}; ${moved}.`
      : `${moved} in ${outside.join(", ")}: the lightest clean first.`,
    progress: `Progress: ${moved}. ${few(cleansOnRung, "clean")} on ${at}; up to ${ladder.cleansARung} while they help.`,
    "no-progress": `No progress: ${moved}. Only ${few(cleansOnRung, "clean")} on ${at}; ${ladder.withoutProgress} before the next.`,
    "rung-above": `${few(cleansOnRung, "clean")} on ${at}, ${moved}: the next rung.`,
    "by-hand": `The top rung is done (${moved}): a poor seal makes every clean useless, so tend it by hand; then from the lowest rung.`,
    flush: "Tended by hand and climbed again: flush the poor channels only; then load, one clean, check.",
    rest: `All rungs, care by hand and a flush are done (${moved}): only soaking is left.`,
    "fixed-opening": `Always ${few(ladder.fixedCleans, "clean")} before the check; ${cleans} done.`,
    "one-more": `${moved} after ${few(cleans, "clean")}: one more, up to ${ladder.limit}.`,
    "load-and-clean": `${moved}: load ${ladder.loadSecondsFrom} to ${ladder.loadSecondsTo} s (stop when the pump labours), look at the parked cap, clean, check.`,
    "check-due": cleans ? "A check says what was brought back." : "No check that still holds says how the nozzles are.",
    "colours-mixed": `Colours mixed and at least ${ladder.flagPercent} % of the nozzles fire: bars of each colour pull the mixed ink out.`,
    resting: "It rests; soaking does what cleans could not.",
    technician:
      rests >= ladder.rests
        ? `${few(rests, "rest")} and it still misses nozzles${outside.length ? ` in ${outside.join(", ")}` : ""}: this needs a technician.`
        : "It was handed to a technician.",
  };
  const flushClean = row === "flush" && action.kind !== "flush" ? "The flush ends with loading, one clean and a check." : undefined;
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
      ? "the last one has not been looked at yet"
      : isClog
        ? "this does not look like dried ink: a clean would only waste it"
        : row === "limit" || action.kind === "rest" || action.kind === "technician"
          ? "cleans have stopped paying here"
          : "the next step comes before it",
  );
  if (stronger && action.kind === "clean" && action.rung.id !== stronger.id)
    candidates.push({
      what: `A stronger clean (“${stronger.name}”)`,
      whyNot:
        row === "progress"
          ? `the present rung still helps and draws less (${action.rung.ml} mL, not ${stronger.ml})`
          : `weaker ones come first: ${cleansOnRung} of ${ladder.withoutProgress} tried on this rung`,
    });
  add("by-hand", "Care by hand", "it comes when the top rung is done");
  add("flush", "Channel flush", "it comes after care by hand, and only for the poor channels");
  if (!isClog)
    add(
      "seal-test",
      "Cap seal test",
      gone.length ? "it comes after a clean" : "no channel is all out, and it did not get worse twice running",
    );
  add(
    "damper",
    "Lifting a damper",
    gone.length ? "it lets air in and all starts over: last of all" : "no channel is all out, and it lets air in",
  );
  add("rest", "Rest", rests ? "it has rested" : `${cleans} of ${ladder.limit} cleans are used`);
  add("technician", "A technician", `that is for after ${ladder.rests} rests`);
  candidates.push({
    what: "Printing all the same",
    whyNot: outside.length
      ? `${outside.join(", ")} would show in the print; a supervisor may release it with a reason`
      : "its check has no force",
  });
  return candidates;
}
