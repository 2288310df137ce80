import { actorOf } from "../../../work/access/auth.ts";
import { deviceOf } from "../../../work/access/devices.ts";
import { placeNow, watch } from "../../../work/record/live.ts";
import { answerSender } from "../../http.ts";

export const dynamic = "force-dynamic";

const HEARTBEAT_MS = 15_000;

/** Server-sent events that carry only the ledger's last place. */
export const GET = (request: Request) =>
  answerSender(request, async (sender) => {
    const encoder = new TextEncoder();
    let end = () => {};
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const send = (text: string) => {
          try {
            controller.enqueue(encoder.encode(text));
          } catch {
            end();
          }
        };
        const say = (seq: number | "resync") => send(`data: ${JSON.stringify({ seq })}\n\n`);
        // A session that was ended hears nothing more.
        const check = async () => {
          const still = await (sender.actor ? actorOf(request.headers) : deviceOf(request.headers)).catch(() => sender);
          if (still) return send(": still here\n\n");
          send("event: ended\ndata: {}\n\n");
          end();
        };
        const unwatch = watch(sender.site, (message) => {
          // After a lost connection, too: what ended meanwhile was not heard.
          if (message === "sessions" || message === "resync") void check();
          if (message !== "sessions") say(message === "resync" ? "resync" : message.seq);
        });
        const heartbeat = setInterval(check, HEARTBEAT_MS);
        end = () => {
          clearInterval(heartbeat);
          unwatch();
          try {
            controller.close();
          } catch {
            // Closed by the browser already.
          }
          end = () => {};
        };
        request.signal.addEventListener("abort", () => end());
        send("retry: 1000\n\n");
        say(await placeNow(sender.site));
      },
      cancel: () => end(),
    });
    return new Response(stream, {
      headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
    });
  });
