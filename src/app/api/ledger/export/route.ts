import { authorise } from "../../../../work/actor.ts";
import { database } from "../../../../work/database.ts";
import { exportLedger, filterOf } from "../../../../work/record/export-ledger.ts";
import { answerTo } from "../../../http.ts";

export const dynamic = "force-dynamic";

/** The ledger by its filter, oldest first, streamed as CSV or JSON Lines. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    authorise(actor, "look");
    const query = new URL(request.url).searchParams;
    const format = query.get("format") === "jsonl" ? "jsonl" : "csv";
    const chunks = exportLedger(database(), actor.site, filterOf(query), format);
    const encoder = new TextEncoder();
    const stream = new ReadableStream<Uint8Array>({
      async pull(controller) {
        const { done, value } = await chunks.next();
        if (done) controller.close();
        else controller.enqueue(encoder.encode(value));
      },
      cancel: () => void chunks.return(undefined),
    });
    return new Response(stream, {
      headers: {
        "content-type": format === "csv" ? "text/csv; charset=utf-8" : "application/x-ndjson; charset=utf-8",
        "content-disposition": `attachment; filename="ledger.${format}"`,
        "cache-control": "no-store",
      },
    });
  });
