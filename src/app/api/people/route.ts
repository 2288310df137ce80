import { savePerson } from "../../../work/access/people.ts";
import { database } from "../../../work/database.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await savePerson(database(), actor, await bodyJson(request, 100_000));
    return Response.json({ ok: true });
  });
