import { signIn } from "../../../work/access/auth.ts";
import { foundShop } from "../../../work/access/people.ts";
import { database } from "../../../work/database.ts";
import { answer, bodyJson } from "../../http.ts";
import { signedIn } from "../../signed-in.ts";

export const POST = (request: Request) =>
  answer(request, async () => {
    const { name, password } = await foundShop(database(), await bodyJson(request, 10_000));
    const { response, role } = await signIn(name, password, request.headers.get("x-zesty-address") ?? "unknown", request.headers);
    return signedIn(response, role);
  });
