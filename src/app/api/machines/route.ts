import { database } from "../../../work/database.ts";
import { saveMachine } from "../../../work/shop/set-up.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveMachine(database(), actor, await bodyJson(request, 200_000));
    return Response.json({ ok: true });
  });
