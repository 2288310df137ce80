import { database } from "../../../work/database.ts";
import { machinePattern, savePattern } from "../../../work/shop/patterns.ts";
import { answerTo, bodyJson } from "../../http.ts";

const machineIn = (request: Request) => new URL(request.url).searchParams.get("machine") ?? "";

/** A machine's nozzle pattern, to be taken out as a file as well. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => Response.json(await machinePattern(database(), actor, machineIn(request))));

export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    await savePattern(database(), actor, machineIn(request), await bodyJson(request, 1_000_000));
    return Response.json({ ok: true });
  });
