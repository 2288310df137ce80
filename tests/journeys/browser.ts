import { type Browser, type BrowserContext, chromium, type Page } from "playwright-core";
import { uuidv7 } from "uuidv7";
import { afterAll, inject } from "vitest";

export const FIRST = inject("first");
export const SECOND = inject("second");

let browser: Browser | undefined;
afterAll(() => browser?.close());

export const DESK = { width: 1280, height: 800 };
export const TABLET = { width: 820, height: 1180 };
export const PHONE = { width: 390, height: 844 };

/** A browser of its own, nobody signed in. */
export async function newPage(viewport = DESK): Promise<{ page: Page; context: BrowserContext }> {
  browser ??= await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  const context = await browser.newContext({ viewport });
  return { context, page: await context.newPage() };
}

/** A browser of its own (cookies and all), signed in by one click of the demo; what its console says of errors is kept. */
export async function signedIn(
  person: string,
  { base = FIRST, viewport = DESK, night = false } = {},
): Promise<{ page: Page; context: BrowserContext; faults: string[] }> {
  const { page, context } = await newPage(viewport);
  const faults: string[] = [];
  page.on("console", (message) => message.type() === "error" && faults.push(message.text()));
  page.on("pageerror", (error) => faults.push(error.message));
  if (night) await context.addCookies([{ name: "zesty-light", value: "night", url: base }]);
  await page.goto(`${base}/sign-in`);
  await page.getByRole("button", { name: new RegExp(person) }).click();
  await page.waitForURL(`${base}/`);
  return { page, context, faults };
}

/** A session's cookie without a browser. */
export async function cookieOf(person: string, base = FIRST): Promise<string> {
  const response = await fetch(`${base}/api/demo-sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ person }),
  });
  if (!response.ok) throw new Error(`${person} could not sign in: ${await response.text()}`);
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");
}

export type Reply = {
  status: number;
  body: {
    message?: string;
    answers?: { id: string; result: string; message?: string }[];
    problems?: { path: string; message: string }[];
  } & Record<string, unknown>;
};

export async function send(
  path: string,
  {
    cookie = "",
    body,
    method = "POST",
    base = FIRST,
    headers = {},
  }: { cookie?: string; body?: unknown; method?: string; base?: string; headers?: Record<string, string> },
): Promise<Reply> {
  const text = typeof body === "string" || body instanceof Uint8Array || body === undefined ? body : JSON.stringify(body);
  const response = await fetch(base + path, {
    method,
    headers: { "content-type": "application/json", cookie, ...headers },
    body: text as BodyInit | undefined,
  });
  return { status: response.status, body: await response.json().catch(() => ({})) };
}

export const entry = (kind: string, machine: string, body: Record<string, unknown>, rest: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  kind,
  machine,
  happenedAt: new Date().toISOString(),
  body,
  ...rest,
});
export const sync = (cookie: string, ...entries: unknown[]) => send("/api/sync", { cookie, body: { entries } });
