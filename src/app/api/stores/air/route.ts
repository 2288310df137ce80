import { database } from "../../../../work/database.ts";
import { takeAirFile } from "../../../../work/stores/air-file.ts";
import { answerTo, bodyBytes } from "../../../http.ts";

const MAX_BYTES = 10 * 1024 * 1024;

/** A logger's file of readings. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await takeAirFile(database(), actor, await bodyBytes(request, MAX_BYTES))));
