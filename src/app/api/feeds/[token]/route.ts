import { database } from "../../../../work/database.ts";
import { feedText } from "../../../../work/rounds/feeds.ts";
import { answer } from "../../../http.ts";

/** A calendar to subscribe to, at a secret address. */
export const GET = (request: Request, { params }: { params: Promise<{ token: string }> }) =>
  answer(request, async () => {
    const text = await feedText(database(), (await params).token.replace(/\.ics$/, ""));
    return new Response(text, { headers: { "content-type": "text/calendar; charset=utf-8", "cache-control": "no-store" } });
  });
