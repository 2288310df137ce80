import { database } from "../../../work/database.ts";
import { feedsOf, makeFeed, revokeFeed } from "../../../work/rounds/feeds.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const GET = (request: Request) => answerTo(request, async (actor) => Response.json({ feeds: await feedsOf(database(), actor) }));

export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await makeFeed(database(), actor, await bodyJson(request))));

export const DELETE = (request: Request) =>
  answerTo(request, async (actor) => {
    await revokeFeed(database(), actor, new URL(request.url).searchParams.get("id") ?? "");
    return Response.json({ message: "That address tells nothing any more." });
  });
