import { beginEnrolment, devicesOf, revokeDevice } from "../../../work/access/devices.ts";
import { answerTo, bodyJson } from "../../http.ts";

export const GET = (request: Request) => answerTo(request, async (actor) => Response.json({ devices: await devicesOf(actor) }));

export const POST = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await beginEnrolment(actor, await bodyJson(request, 4_000))));

export const DELETE = (request: Request) =>
  answerTo(request, async (actor) => {
    await revokeDevice(actor, new URL(request.url).searchParams.get("id") ?? "");
    return Response.json({ message: "This tablet is no longer enrolled." });
  });
