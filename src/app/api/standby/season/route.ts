import { database } from "../../../../work/database.ts";
import { saveSeason } from "../../../../work/standby/season.ts";
import { answerTo, bodyJson } from "../../../http.ts";

/** The plan of a closure with what was chosen by hand: looked at, or published. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await saveSeason(database(), actor, await bodyJson(request))));
