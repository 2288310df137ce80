import { database } from "../../../../work/database.ts";
import { boardNeeds } from "../../../../work/needs/needs.ts";
import { answerTo } from "../../../http.ts";

/** What needs somebody now. */
export const GET = (request: Request) => answerTo(request, async (actor) => Response.json(await boardNeeds(database(), actor)));
