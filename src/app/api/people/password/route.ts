import { saveOwnPassword } from "../../../../work/access/people.ts";
import { answerTo, bodyJson } from "../../../http.ts";

/** Changes one's own password by the old one. */
export const PUT = (request: Request) =>
  answerTo(request, async (actor) => {
    await saveOwnPassword(actor, await bodyJson(request, 4_000));
    return Response.json({ message: "Your password is changed. Other places where you were signed in are signed out." });
  });
