import { board } from "../../../work/board/board.ts";
import { database } from "../../../work/database.ts";
import { answerTo } from "../../http.ts";

export const dynamic = "force-dynamic";

export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const after = Number(new URL(request.url).searchParams.get("after") ?? Number.NaN);
    return Response.json(await board(database(), actor, Number.isSafeInteger(after) && after >= 0 ? after : undefined));
  });
