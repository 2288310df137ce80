import { makeWall, revokeWall } from "../../../work/board/wall.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const POST = (request: Request) => answerTo(request, async (actor) => Response.json(await makeWall(actor, await bodyJson(request))));

export const DELETE = (request: Request) =>
  answerTo(request, async (actor) => {
    await revokeWall(actor, new URL(request.url).searchParams.get("id") ?? "");
    return Response.json({ message: "That address shows nothing any more." });
  });
