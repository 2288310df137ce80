import { DEVICE_COOKIE, finishEnrolment } from "../../../../work/access/devices.ts";
import { addressOf, answer, bodyJson } from "../../../http.ts";

const DAYS = 400;

/** Ends an enrolment on the tablet itself. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const { device, cookie } = await finishEnrolment(await bodyJson(request, 4_000), addressOf(request));
    const secure = (process.env.ZESTY_URL ?? "").startsWith("https:") ? "; Secure" : "";
    return Response.json(
      { device },
      { headers: { "set-cookie": `${DEVICE_COOKIE}=${cookie}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${DAYS * 86_400}${secure}` } },
    );
  });
