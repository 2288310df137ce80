import { database } from "../../../../work/database.ts";
import { ordersCsv } from "../../../../work/stores/orders.ts";
import { answerTo } from "../../../http.ts";

export const GET = (request: Request) =>
  answerTo(
    request,
    async (actor) =>
      new Response(await ordersCsv(database(), actor, new URL(request.url).searchParams.get("supplier")), {
        headers: { "content-type": "text/csv; charset=utf-8", "content-disposition": 'attachment; filename="order-list.csv"' },
      }),
  );
