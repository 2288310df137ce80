import { database } from "../../../../work/database.ts";
import { weekView } from "../../../../work/rounds/week.ts";
import { answerTo } from "../../../http.ts";

export const GET = (request: Request) => answerTo(request, async (actor) => Response.json(await weekView(database(), actor)));
