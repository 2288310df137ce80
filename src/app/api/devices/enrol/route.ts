import { DEVICE_COOKIE, finishEnrolment } from "../../../../work/access/devices.ts";
import { answer, bodyJson } from "../../../http.ts";

const DAYS = 400;

/** Ends an enrolment on the tablet itself. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const { device, cookie } = await finishEnrolment(await bodyJson(request), request.headers.get("x-zesty-address") ?? "unknown");
    const secure = (process.env.ZESTY_URL ?? "").startsWith("https:") ? "; Secure" : "";
    return Response.json(
      { device },
      { headers: { "set-cookie": `${DEVICE_COOKIE}=${cookie}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${DAYS * 86_400}${secure}` } },
    );
  });
