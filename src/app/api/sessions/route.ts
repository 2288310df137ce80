import { Type } from "typebox";
import { accept } from "../../../core/record/validate.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { people, signOutSession } from "../../../work/access/people.ts";
import { database } from "../../../work/database.ts";
import { answerTo, bodyJson } from "../../http.ts";

const Ended = Type.Object({ id: Type.String({ minLength: 1, maxLength: 100 }) }, { additionalProperties: false });

export const GET = (request: Request) =>
  answerTo(request, async (actor) => Response.json({ sessions: (await people(database(), actor)).sessions }));

export const DELETE = (request: Request) =>
  answerTo(request, async (actor) => {
    const accepted = accept(Ended, await bodyJson(request, 4_000));
    if ("problems" in accepted) throw new Refusal(400, "Which sign-in?", accepted.problems);
    await signOutSession(actor, accepted.value.id);
    return Response.json({ ok: true });
  });
