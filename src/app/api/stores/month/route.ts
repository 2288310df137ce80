import { database } from "../../../../work/database.ts";
import { monthCsv } from "../../../../work/stores/month.ts";
import { monthAsked } from "../../../../work/stores/solvent.ts";
import { answerTo } from "../../../http.ts";

export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const { name, text } = await monthCsv(database(), actor, monthAsked(new URL(request.url).searchParams.get("month")));
    return new Response(text, {
      headers: { "content-type": "text/csv; charset=utf-8", "content-disposition": `attachment; filename="${name}"` },
    });
  });
