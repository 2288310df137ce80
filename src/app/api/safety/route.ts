import { database } from "../../../work/database.ts";
import { saveDataSheets } from "../../../work/shop/safety.ts";
import { answerTo, bodyJson } from "../../http.ts";

/** Where the suppliers' data sheets are. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveDataSheets(database(), actor, await bodyJson(request, 500_000));
    return Response.json({ ok: true });
  });
