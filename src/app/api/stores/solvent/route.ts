import { database } from "../../../../work/database.ts";
import { solventCsv } from "../../../../work/stores/solvent.ts";
import { answerTo } from "../../../http.ts";

export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const { name, text } = await solventCsv(database(), actor, new URL(request.url).searchParams.get("month") ?? "");
    return new Response(text, {
      headers: { "content-type": "text/csv; charset=utf-8", "content-disposition": `attachment; filename="${name}"` },
    });
  });
