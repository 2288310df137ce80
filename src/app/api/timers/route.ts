import { database } from "../../../work/database.ts";
import { timers } from "../../../work/runs/timers.ts";
import { answerTo } from "../../http.ts";

export const GET = (request: Request) => answerTo(request, async (actor) => Response.json(await timers(database(), actor)));
