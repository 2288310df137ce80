import { database } from "../../../../work/database.ts";
import { shortHanded } from "../../../../work/rounds/short-handed.ts";
import { answerTo } from "../../../http.ts";

export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const asked = new URL(request.url).searchParams;
    return Response.json(
      await shortHanded(database(), actor, { on: asked.get("on"), there: asked.get("there"), safe: asked.get("safe") === "1" }),
    );
  });
