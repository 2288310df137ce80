import { database } from "../../../work/database.ts";
import { settle } from "../../../work/record/set-aside.ts";
import { answerTo, bodyJson } from "../../http.ts";

/** Settles an entry that could not be kept. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await settle(database(), actor, await bodyJson(request, 10_000));
    return Response.json({});
  });
