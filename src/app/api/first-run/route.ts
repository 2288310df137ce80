import { signIn } from "../../../work/access/auth.ts";
import { foundShop } from "../../../work/access/people.ts";
import { database } from "../../../work/database.ts";
import { addressOf, answer, bodyJson } from "../../http.ts";
import { signedIn } from "../../signed-in.ts";

export const POST = (request: Request) =>
  answer(request, async () => {
    const { name, password } = await foundShop(database(), await bodyJson(request, 4_000), addressOf(request));
    const { response, role } = await signIn(name, { password, address: addressOf(request), headers: request.headers });
    return signedIn(response, role);
  });
