import { fleetStates } from "../../../../work/board/states.ts";
import { database } from "../../../../work/database.ts";
import { answerTo } from "../../../http.ts";

/** How each machine stands, in a word. */
export const GET = (request: Request) => answerTo(request, async (actor) => Response.json(await fleetStates(database(), actor)));
