import { database } from "../../../../work/database.ts";
import { wasteYearCsv } from "../../../../work/stores/waste.ts";
import { answerTo } from "../../../http.ts";

/** The year's report as CSV. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const year = Number(new URL(request.url).searchParams.get("year"));
    return new Response(await wasteYearCsv(database(), actor, year), {
      headers: { "content-type": "text/csv; charset=utf-8", "content-disposition": `attachment; filename="waste-${year}.csv"` },
    });
  });
