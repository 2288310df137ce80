import { database } from "../../../../work/database.ts";
import { saveStoreSetting } from "../../../../work/stores/settings.ts";
import { answerTo, bodyJson } from "../../../http.ts";

export const PUT = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveStoreSetting(database(), actor, await bodyJson(request));
    return Response.json({});
  });
