import { database } from "../../../work/database.ts";
import { saveStandby } from "../../../work/standby/settings.ts";
import { answerTo, bodyJson } from "../../http.ts";

/** Bounds and numbers of standing idle, and a machine's plumbing. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveStandby(database(), actor, await bodyJson(request));
    return Response.json({ saved: true });
  });
