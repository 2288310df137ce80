import { saveLanguage } from "../../../../work/access/language.ts";
import { database } from "../../../../work/database.ts";
import { answerTo, bodyJson } from "../../../http.ts";

/** Which language somebody reads on the floor. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveLanguage(database(), actor, await bodyJson(request, 1_000));
    return Response.json({ ok: true });
  });
