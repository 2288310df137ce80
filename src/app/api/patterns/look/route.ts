import { database } from "../../../../work/database.ts";
import { lookAtPattern } from "../../../../work/shop/patterns.ts";
import { answerTo, bodyJson } from "../../../http.ts";

/** What is wrong with a pattern, without keeping it. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) =>
    Response.json({
      problems: await lookAtPattern(
        database(),
        actor,
        new URL(request.url).searchParams.get("machine") ?? "",
        await bodyJson(request, 2_000_000),
      ),
    }),
  );
