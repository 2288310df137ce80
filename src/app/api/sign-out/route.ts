import { signOut } from "../../../work/access/auth.ts";
import { answer } from "../../http.ts";
import { signedIn } from "../../signed-in.ts";

export const POST = (request: Request) => answer(request, async () => signedIn(await signOut(request.headers)));
