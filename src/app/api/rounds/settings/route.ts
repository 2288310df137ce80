import { database } from "../../../../work/database.ts";
import { saveRoundSettings } from "../../../../work/rounds/accept-round.ts";
import { answerTo, bodyJson } from "../../../http.ts";

export const PUT = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveRoundSettings(database(), actor, await bodyJson(request));
    return Response.json({ message: "Saved." });
  });
