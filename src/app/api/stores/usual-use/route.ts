import { database } from "../../../../work/database.ts";
import { usualUse } from "../../../../work/stores/usual-use.ts";
import { answerTo } from "../../../http.ts";

/** What a routine takes from the shelf when it is done as usual. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const { searchParams } = new URL(request.url);
    return Response.json(await usualUse(database(), actor, searchParams.get("machine"), searchParams.get("routine")));
  });
