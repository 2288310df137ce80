import { uuidv7 } from "uuidv7";
import { clockNow } from "./clock.ts";

export type Sent = {
  kind: string;
  machine?: string;
  routine?: string;
  amends?: string;
  body: Record<string, unknown>;
  happenedAt?: string;
  id?: string;
};
export type SyncAnswer = {
  id: string | null;
  result: "added" | "known" | "conflict" | "refused" | "waits" | "set-aside";
  seq?: number;
  message?: string;
};

/** What a route said it could not do, in words for the person. */
export class Said extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly problems: { path: string; message: string }[] = [],
  ) {
    super(message);
  }
}

/** Asks a route; what it refuses comes as an error with its words. */
export async function ask<Answer>(path: string, init?: { method?: string; body?: unknown }): Promise<Answer> {
  let response: Response;
  try {
    response = await fetch(
      path,
      init?.body === undefined
        ? { method: init?.method ?? "GET" }
        : { method: init.method ?? "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(init.body) },
    );
  } catch {
    throw new Said("No connection just now. Nothing is lost here; try again.", 0);
  }
  const answer: unknown = await response.json().catch(() => ({}));
  if (response.ok) return answer as Answer;
  const { message, problems } = answer as { message?: string; problems?: { path: string; message: string }[] };
  if (response.status === 401 && typeof location !== "undefined" && !/^\/(?:sign-in|floor|enrol)/.test(location.pathname))
    location.assign("/sign-in");
  throw new Said(message ?? `The server answered ${response.status}.`, response.status, problems);
}

/** An entry with an id of its own, so that sending it twice counts once. */
export const entryOf = (sent: Sent) => ({
  ...sent,
  id: sent.id ?? uuidv7(),
  happenedAt: sent.happenedAt ?? new Date(clockNow()).toISOString(),
});

/** Sends entries in order. @throws Said with the first refusal's words */
export async function sendEntries(entries: ReturnType<typeof entryOf>[]): Promise<SyncAnswer[]> {
  const { answers } = await ask<{ answers: SyncAnswer[] }>("/api/sync", { body: { entries } });
  const refused = answers.find(({ result }) => result === "refused" || result === "conflict" || result === "set-aside");
  if (refused) throw new Said(refused.message ?? "An entry was refused.", 400);
  return answers;
}
