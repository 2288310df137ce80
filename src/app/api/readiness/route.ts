import { database } from "../../../work/database.ts";
import { saveReadiness } from "../../../work/shop/readiness.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveReadiness(database(), actor, await bodyJson(request, 10_000));
    return Response.json({ ok: true });
  });
