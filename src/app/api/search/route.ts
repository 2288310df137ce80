import { database } from "../../../work/database.ts";
import { search } from "../../../work/record/search.ts";
import { answerTo } from "../../http.ts";

export const GET = (request: Request) =>
  answerTo(request, async (actor) =>
    Response.json({ hits: await search(database(), actor, (new URL(request.url).searchParams.get("q") ?? "").slice(0, 200)) }),
  );
