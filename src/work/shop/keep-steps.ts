import { database, isDatabaseAway } from "../database.ts";
import { keepSteps } from "./steps.ts";

const AGAIN_MS = 15_000;

/** At a copy's start: keeps the steps that this build has, again and again until the database is there. */
export function startKeepingSteps(): void {
  const keep = () =>
    keepSteps(database()).catch((error) => {
      if (!isDatabaseAway(error)) console.error("the steps of this build could not be kept:", error);
      setTimeout(keep, AGAIN_MS).unref();
    });
  setTimeout(keep, 500).unref();
}
