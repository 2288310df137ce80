import { saveRoundSettings } from "../../../../work/accept-round.ts";
import { database } from "../../../../work/database.ts";
import { answerTo, bodyJson } from "../../../http.ts";

export const PUT = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveRoundSettings(database(), actor, await bodyJson(request));
    return Response.json({ message: "Saved." });
  });
