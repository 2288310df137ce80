import { Type } from "typebox";
import { accept } from "../../../core/record/validate.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { signInPerson } from "../../../work/access/auth.ts";
import { isDemo } from "../../../work/mode.ts";
import { answer, bodyJson } from "../../http.ts";
import { signedIn } from "../../signed-in.ts";

const Choice = Type.Object({ person: Type.String({ minLength: 1, maxLength: 200 }) }, { additionalProperties: false });

/** One click, in demo mode only. */
export const POST = (request: Request) =>
  answer(request, async () => {
    if (!isDemo()) throw new Refusal(404, "There is no such page.");
    const accepted = accept(Choice, await bodyJson(request, 4_000));
    if ("problems" in accepted) throw new Refusal(400, "Who signs in?", accepted.problems);
    const { DEMO_PASSWORD } = await import("../../../demo/password.ts");
    const { response, role } = await signInPerson(accepted.value.person, {
      password: DEMO_PASSWORD,
      address: "demo",
      headers: request.headers,
    });
    return signedIn(response, role);
  });
