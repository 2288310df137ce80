import { database } from "../../../work/database.ts";
import { dayView, saveUsual } from "../../../work/day/day-view.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const GET = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await dayView(database(), actor, new URL(request.url).searchParams.get("on"))));

/** Who usually has which machine or area. */
export const PUT = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveUsual(database(), actor, await bodyJson(request));
    return Response.json({ message: "Saved." });
  });
