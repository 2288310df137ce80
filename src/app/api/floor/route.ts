import { database } from "../../../work/database.ts";
import { floor } from "../../../work/floor.ts";
import { answerSender } from "../../http.ts";

/** The floor as it stands, for operators' screens. */
export const GET = (request: Request) => answerSender(request, async (sender) => Response.json(await floor(database(), sender)));
