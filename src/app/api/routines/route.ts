import { database } from "../../../work/database.ts";
import { giveUpRoutine, saveRoutine } from "../../../work/routines/routines.ts";
import { answerTo, bodyJson } from "../../http.ts";

const MAX_BYTES = 2 * 1024 * 1024;

/** A routine's text, saved. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await saveRoutine(database(), actor, await bodyJson(request, MAX_BYTES))));

/** A routine of the house given up: `?id=`. */
export const DELETE = (request: Request) =>
  answerTo(request, async (actor) => {
    await giveUpRoutine(database(), actor, new URL(request.url).searchParams.get("id") ?? "");
    return Response.json({ ok: true });
  });
