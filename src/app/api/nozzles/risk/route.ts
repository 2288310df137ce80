import { Refusal } from "../../../../core/shop/refusal.ts";
import { database } from "../../../../work/database.ts";
import { riskOf } from "../../../../work/nozzles/nozzle-history.ts";
import { answerTo } from "../../../http.ts";

/** What was printed at risk around a moment. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const wanted = new URL(request.url).searchParams;
    const at = new Date(wanted.get("at") ?? "");
    if (Number.isNaN(at.getTime())) throw new Refusal(400, "When was it printed? Give a date and a time.");
    return Response.json(await riskOf(database(), actor, wanted.get("machine") ?? "", at));
  });
