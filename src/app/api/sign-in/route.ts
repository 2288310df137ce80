import { Type } from "typebox";
import { accept } from "../../../core/record/validate.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { signIn } from "../../../work/access/auth.ts";
import { addressOf, answer, bodyJson } from "../../http.ts";
import { signedIn } from "../../signed-in.ts";

const Credentials = Type.Object(
  { name: Type.String({ minLength: 1, maxLength: 200 }), password: Type.String({ minLength: 1, maxLength: 200 }) },
  { additionalProperties: false },
);

export const POST = (request: Request) =>
  answer(request, async () => {
    const accepted = accept(Credentials, await bodyJson(request, 4_000));
    if ("problems" in accepted) throw new Refusal(400, "Name and password are needed.", accepted.problems);
    const { name, password } = accepted.value;
    const { response, role } = await signIn(name, { password, address: addressOf(request), headers: request.headers });
    return signedIn(response, role);
  });
