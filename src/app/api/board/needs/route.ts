import { boardNeeds } from "../../../../work/board/needs.ts";
import { database } from "../../../../work/database.ts";
import { answerTo } from "../../../http.ts";

/** What needs somebody now. */
export const GET = (request: Request) => answerTo(request, async (actor) => Response.json(await boardNeeds(database(), actor)));
