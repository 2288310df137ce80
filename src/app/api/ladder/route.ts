import { database } from "../../../work/database.ts";
import { saveLadder } from "../../../work/shop/ladder-settings.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveLadder(database(), actor, await bodyJson(request, 20_000));
    return Response.json({ ok: true });
  });
