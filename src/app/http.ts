import pino from "pino";
import { readJson } from "../core/fleet/read.ts";
import { Refusal } from "../core/shop/refusal.ts";
import { actorOf, requireActor } from "../work/access/auth.ts";
import { deviceOf } from "../work/access/devices.ts";
import type { Actor, Sender } from "../work/actor.ts";
import { isDatabaseAway } from "../work/database.ts";

export const log = pino({ name: "zesty-anvil", level: process.env.ZESTY_LOG ?? "info" });

const MAX_JSON_BYTES = 4 * 1024 * 1024;

/** Runs a route: what is refused is said in words, what the database can't answer now is said as that. */
export async function answer(request: Request, route: () => Promise<Response>): Promise<Response> {
  try {
    if (request.method !== "GET" && request.method !== "HEAD") refuseOtherOrigins(request);
    return await route();
  } catch (error) {
    if (error instanceof Refusal)
      return Response.json({ message: error.message, problems: error.problems.slice(0, 200) }, { status: error.status });
    if (isDatabaseAway(error))
      return Response.json(
        { message: "The database is not there just now. What was acknowledged is kept; try again in a moment." },
        { status: 503, headers: { "retry-after": "2" } },
      );
    log.error(
      {
        error: error instanceof Error ? { message: error.message, stack: error.stack, cause: String(error.cause ?? "") } : error,
        path: new URL(request.url).pathname,
      },
      "a request failed",
    );
    return Response.json({ message: "Something went wrong here; nothing was changed. It has been logged." }, { status: 500 });
  }
}

/** The same, for somebody signed in. */
export const answerTo = (request: Request, route: (actor: Actor) => Promise<Response>): Promise<Response> =>
  answer(request, async () => route(await requireActor(request.headers)));

/** The same, for somebody signed in or an enrolled tablet. */
export const answerSender = (request: Request, route: (sender: Sender) => Promise<Response>): Promise<Response> =>
  answer(request, async () => {
    const [actor, device] = await Promise.all([actorOf(request.headers), deviceOf(request.headers)]);
    const site = actor?.site ?? device?.site;
    if (!site) throw new Refusal(401, "Sign in first.");
    return route({ site, ...(actor ? { actor } : {}), ...(device && device.site === site ? { device } : {}) });
  });

function refuseOtherOrigins(request: Request): void {
  const origin = request.headers.get("origin");
  const site = request.headers.get("sec-fetch-site");
  const host = request.headers.get("host");
  if ((origin && new URL(origin).host !== host) || (site && !["same-origin", "none"].includes(site)))
    throw new Refusal(403, "This request comes from another site.");
}

/** A body as bytes, up to a limit; more is refused without being kept. */
export async function bodyBytes(request: Request, maxBytes: number): Promise<Uint8Array> {
  const tooLarge = () => new Refusal(413, `This is too large: at most ${Math.round(maxBytes / 1024 / 1024)} MB. Nothing was changed.`);
  if (Number(request.headers.get("content-length") ?? 0) > maxBytes) throw tooLarge();
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > maxBytes) {
      await reader.cancel();
      throw tooLarge();
    }
    parts.push(value);
  }
  return Buffer.concat(parts);
}

/** A JSON body; what is none is refused with its place. */
export async function bodyJson(request: Request, maxBytes = MAX_JSON_BYTES): Promise<unknown> {
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(await bodyBytes(request, maxBytes));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(400, "This is not UTF-8 text.");
  }
  const read = readJson(text);
  if ("problems" in read) throw new Refusal(400, "This is not JSON that can be read.", read.problems);
  return read.value;
}
