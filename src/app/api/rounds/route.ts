import { database } from "../../../work/database.ts";
import { acceptRound } from "../../../work/rounds/accept-round.ts";
import { roundView } from "../../../work/rounds/rounds.ts";
import { answerTo, bodyJson } from "../../http.ts";

const MAX_BYTES = 1024 * 1024;

export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const asked = new URL(request.url).searchParams;
    return Response.json(
      await roundView(database(), actor, { on: asked.get("on"), what: asked.get("what"), safe: asked.get("safe") === "1" }),
    );
  });

/** Puts a round in force. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await acceptRound(database(), actor, await bodyJson(request, MAX_BYTES))));
