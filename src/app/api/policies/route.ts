import { database } from "../../../work/database.ts";
import { previewPolicy, savePolicy } from "../../../work/routines/policies.ts";
import { answerTo, bodyJson } from "../../http.ts";

/** A choice between schools: with `?do=save` saved, otherwise what it would change over the next 14 days. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    const value = await bodyJson(request, 10_000);
    if (new URL(request.url).searchParams.get("do") !== "save") return Response.json(await previewPolicy(database(), actor, value));
    await savePolicy(database(), actor, value);
    return Response.json({ ok: true });
  });
