import { Refusal } from "../../../core/shop/refusal.ts";
import { deviceOf } from "../../../work/access/devices.ts";
import { setPin, signInByPin } from "../../../work/access/pin.ts";
import { answer, answerTo, bodyJson } from "../../http.ts";

/** Changes who is at an enrolled tablet. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const device = await deviceOf(request.headers);
    if (!device) throw new Refusal(403, "A PIN counts on an enrolled tablet only. Sign in with your password here.");
    return signInByPin(device, await bodyJson(request, 4_000), request.headers);
  });

/** Sets a PIN. */
export const PUT = (request: Request) =>
  answerTo(request, async (actor) => {
    await setPin(actor, await bodyJson(request, 4_000));
    return Response.json({ message: "The PIN is set." });
  });
