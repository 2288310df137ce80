import { database } from "../../../../work/database.ts";
import { checkRoutine } from "../../../../work/routines/routines.ts";
import { answerTo, bodyJson } from "../../../http.ts";

const MAX_BYTES = 2 * 1024 * 1024;

/** A routine's text as it is typed: its problems with their places, and the run as it would look. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await checkRoutine(database(), actor, await bodyJson(request, MAX_BYTES))));
