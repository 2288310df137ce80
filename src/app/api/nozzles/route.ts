import { database } from "../../../work/database.ts";
import { nozzleDesk } from "../../../work/facts/nozzles.ts";
import { answerTo } from "../../http.ts";

/** What the next step at a machine is worked out from. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) =>
    Response.json(await nozzleDesk(database(), actor, new URL(request.url).searchParams.get("machine") ?? "")),
  );
