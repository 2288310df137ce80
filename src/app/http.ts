import pino from "pino";
import { jsonOf } from "../core/large/jobs.ts";
import { Refusal } from "../core/shop/refusal.ts";
import { actorOf, requireActor } from "../work/access/auth.ts";
import { deviceOf } from "../work/access/devices.ts";
import type { Actor, Sender } from "../work/actor.ts";
import { databaseTrouble, isTwice } from "../work/database.ts";
import { onTheSide } from "../work/on-the-side.ts";

export const log = pino({ name: "zesty-anvil", level: process.env.ZESTY_LOG ?? "info" });

/** What a form of ours may send. */
const FORM_BYTES = 64 * 1024;
/** More than this is not read on the thread that answers. */
const LARGE_BYTES = 128 * 1024;

/** Runs a route: what is refused is said in words, what the database can't answer now is said as that. */
export async function answer(request: Request, route: () => Promise<Response>): Promise<Response> {
  const response = await answered(request, route);
  // What is about a shop stays in no cache, unless its route says otherwise.
  if (!response.headers.has("cache-control")) response.headers.set("cache-control", "no-store");
  return response;
}

async function answered(request: Request, route: () => Promise<Response>): Promise<Response> {
  try {
    if (request.method !== "GET" && request.method !== "HEAD") refuseOtherOrigins(request);
    return await route();
  } catch (error) {
    if (error instanceof Refusal) return refusalAnswer(error);
    if (isTwice(error)) return Response.json({ message: "Somebody saved the same at this moment. Reload, and look." }, { status: 409 });
    const trouble = databaseTrouble(error);
    if (trouble) return Response.json({ message: TROUBLE[trouble] }, { status: 503, headers: { "retry-after": "2" } });
    log.error({ error: told(error), path: new URL(request.url).pathname }, "a request failed");
    return Response.json({ message: "Something went wrong here; nothing was changed. It has been logged." }, { status: 500 });
  }
}

const refusalAnswer = ({ message, problems, status, retrySeconds }: Refusal): Response =>
  Response.json(
    { message, problems: problems.slice(0, 200) },
    { status, headers: status === 503 || retrySeconds ? { "retry-after": String(retrySeconds ?? 2) } : {} },
  );

const TROUBLE = {
  away: "The database is not there just now. What was acknowledged is kept; try again in a moment.",
  busy: "Too much is asked of the database just now. Nothing was changed; try again in a moment.",
};

/** An error for the log, without what was asked with: it may be somebody's token. */
function told(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  const { message, stack, cause } = error;
  return { message: withoutParameters(message), stack: withoutParameters(stack ?? ""), cause: String(cause ?? "") };
}

const withoutParameters = (text: string) => text.replace(/\nparams: .*/g, "\nparams: left out");

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
  if ((origin && (!URL.canParse(origin) || new URL(origin).host !== host)) || (site && !["same-origin", "none"].includes(site)))
    throw new Refusal(403, "This request comes from another site.");
}

const sizeOf = (bytes: number) =>
  bytes >= 1024 * 1024 ? `${Math.round(bytes / 1024 / 1024)} MB` : `${Math.max(1, Math.round(bytes / 1024))} kB`;

/** Who knocks, as the server saw them: `server.mjs` writes it, and believes a proxy only where it is told to. */
export const addressOf = (request: Request): string => request.headers.get("x-zesty-address") ?? "unknown";

/** A body as bytes, up to a limit; more is refused without being kept. */
export async function bodyBytes(request: Request, maxBytes: number): Promise<Uint8Array> {
  const tooLarge = () => new Refusal(413, `This is too large: at most ${sizeOf(maxBytes)}. Nothing was changed.`);
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

/** A JSON body of at most `maxBytes`; what is none is refused with its place. Larger ones are read on the side. */
export async function bodyJson(request: Request, maxBytes = FORM_BYTES): Promise<unknown> {
  const bytes = await bodyBytes(request, maxBytes);
  return bytes.length > LARGE_BYTES ? onTheSide("json", bytes) : jsonOf(bytes);
}
