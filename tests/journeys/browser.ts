import { type Browser, type BrowserContext, chromium, type Locator, type Page } from "playwright-core";
import { uuidv7 } from "uuidv7";
import { afterAll, inject } from "vitest";

export const FIRST = inject("first");
export const SECOND = inject("second");
export const LAN = inject("lan");
/** What the demo house's clock says. */
export const houseNow = (): Date => new Date(Date.now() + inject("aheadMs"));
/** One certificate is trusted, and no other: that of the journeys' own address. */
const ARGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-background-networking",
  `--ignore-certificate-errors-spki-list=${inject("lanMark")}`,
];

let browser: Browser | undefined;
afterAll(() => browser?.close());

export const DESK = { width: 1280, height: 800 };
export const TABLET = { width: 820, height: 1180 };
export const PHONE = { width: 390, height: 844 };

/**
 * Waits until the page answers to hands: what is pressed between a page's arrival and its script's is lost, by hurried people
 * too, but they see it and press again. A page without a script answers at once.
 */
export async function ready(page: Page): Promise<void> {
  const answers = () => {
    const main = document.querySelector("main");
    const scripted = [...document.scripts].some(({ src }) => src.includes("/_next/"));
    return !main || !scripted || Object.keys(main).some((key) => key.startsWith("__reactProps"));
  };
  // Whoever closes the page meanwhile, or has no network, waits for what they look for themselves.
  await page.waitForFunction(answers, undefined, { polling: 50, timeout: 15_000 }).catch(() => {});
}

/** The page waits for its script wherever it goes, without each journey saying so. */
function readyEverywhere(page: Page): Page {
  const after =
    <Args extends unknown[], Answer>(work: (...args: Args) => Promise<Answer>) =>
    async (...args: Args): Promise<Answer> => {
      const answer = await work(...args);
      await ready(page);
      return answer;
    };
  page.goto = after(page.goto.bind(page));
  page.reload = after(page.reload.bind(page));
  page.waitForURL = after(page.waitForURL.bind(page));
  return page;
}

/** A browser of its own, nobody signed in. */
export async function newPage(viewport = DESK): Promise<{ page: Page; context: BrowserContext }> {
  browser ??= await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ARGS,
  });
  const context = await browser.newContext({ viewport });
  return { context, page: readyEverywhere(await context.newPage()) };
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
  await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
  await page.goto(`${base}/`);
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
  happenedAt: houseNow().toISOString(),
  body,
  ...rest,
});
export const sync = (cookie: string, ...entries: unknown[]) => send("/api/sync", { cookie, body: { entries } });

/** A browser on the shop floor at the LAN address, signed in by one click, its service worker at work. */
export async function onTheFloor(person: string, viewport = TABLET): Promise<{ page: Page; context: BrowserContext }> {
  const { page, context } = await newPage(viewport);
  await signInThere(context, person);
  await openFloor(page);
  return { page, context };
}

export async function signInThere(context: BrowserContext, person: string): Promise<void> {
  const answer = await context.request.post(`${LAN}/api/demo-sign-in`, { data: { person }, ignoreHTTPSErrors: true });
  if (!answer.ok()) throw new Error(await answer.text());
}

export async function openFloor(page: Page): Promise<void> {
  await page.goto(`${LAN}/floor`);
  await page.getByRole("heading", { name: "Free to take" }).waitFor();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  // Ready says active; what it keeps is complete then.
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
}

/** A tablet with a memory of its own on disk, that can be killed and opened again. */
export async function tablet(folder: string): Promise<BrowserContext> {
  return chromium.launchPersistentContext(folder, { executablePath: "/usr/bin/chromium", args: ARGS, viewport: TABLET });
}

/** A phone whose camera sees a film (Chromium's simulated camera). */
export async function phoneWithCamera(film: string): Promise<BrowserContext> {
  const own = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [...ARGS, "--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream", `--use-file-for-fake-video-capture=${film}`],
  });
  const context = await own.newContext({ viewport: PHONE });
  context.on("close", () => void own.close());
  return context;
}

/** Begins a routine at a machine, guided, from the machine's page on the floor: given work, or called for now. */
export async function beginAt(page: Page, machine: string, routine: string): Promise<void> {
  await page.goto(`${LAN}/floor#/machine/${machine}`);
  await takeUp(
    page,
    page.getByRole("region", { name: "Due here" }).getByRole("link", { name: new RegExp(`^${routine}`) }),
    page.getByRole("button", { name: `${routine} now` }),
  );
  await wearGear(page);
}

/** Takes up work at a machine's page: due there, or called for now. What is due may still change while the page gets the day's newest state. */
export async function takeUp(page: Page, due: Locator, called: Locator): Promise<void> {
  const others = page.getByRole("button", { name: /^Another routine now/ });
  await others.waitFor();
  for (let tries = 0; tries < 60; tries++) {
    if (await due.count()) {
      await due.first().click();
      return page.getByRole("button", { name: "Step by step" }).click();
    }
    if ((await others.getAttribute("aria-expanded")) !== "true") await others.click();
    if (await called.count()) return called.first().click({ timeout: 5_000 });
    await page.waitForTimeout(500);
  }
  throw new Error(`It is neither due here nor called for. The page says: ${await page.locator("main").textContent()}`);
}

/** Confirms the gear of a run, and waits for the step behind it. */
export async function wearGear(page: Page): Promise<void> {
  const gear = page.getByRole("button", { name: "I wear this and have read the warnings" });
  await gear.click();
  await gear.waitFor({ state: "detached" });
}

/** Stops the run on the screen, with a reason of one's own. */
export async function stopRun(page: Page, why: string): Promise<void> {
  const more = page.getByRole("button", { name: "More", exact: true });
  if (await more.count()) await more.click();
  await page.getByRole("button", { name: "Stop this run" }).click();
  await page.getByLabel("Another reason").fill(why);
  await page.getByRole("button", { name: "Stop", exact: true }).click();
}

const RIGHT = "Yes, that is right";
/** Presses a button that enters a level; says yes where it is asked about. `over` is true once it is kept. */
async function throughQuestion(page: Page, button: string, over: () => Promise<boolean>): Promise<void> {
  await page.getByRole("button", { name: button, exact: true }).first().click();
  const yes = page.getByRole("button", { name: RIGHT });
  for (let tries = 0; tries < 100; tries++) {
    if (await yes.count()) return yes.click();
    if (await over()) return;
    await page.waitForTimeout(100);
  }
  throw new Error(`“${button}” neither asked nor went on`);
}

/** Enters what was typed as a level at a step. */
export async function enterLevel(page: Page): Promise<void> {
  const heading = () => page.locator("h2").first().textContent();
  const before = await heading();
  await throughQuestion(page, "Enter", async () => (await heading()) !== before);
}

/** Saves what was typed as the level of a vessel. */
export const saveLevel = (page: Page): Promise<void> =>
  throughQuestion(page, "Save level", async () => {
    const field = page.getByLabel("Tap the level, or type it");
    return (await field.count()) === 0 || (await field.inputValue()) === "";
  });

/** Goes on before a timer is over. */
export async function sooner(page: Page, why: string): Promise<void> {
  await page.getByRole("button", { name: "It was over sooner" }).click();
  await page.getByLabel("Another reason").fill(why);
  await page.getByRole("button", { name: "Go on now" }).click();
}

/** Taps what a step offers until a heading with these words is there. */
export async function through(page: Page, answers: (string | RegExp)[]): Promise<void> {
  for (const answer of answers) {
    const before = await page.locator("h2").first().textContent();
    await page.getByRole("button", { name: answer, exact: typeof answer === "string" }).click();
    await page.waitForFunction((text) => document.querySelector("h2")?.textContent !== text, before);
  }
}

/** An entry as the ledger is taken out. */
export type Entry = { id: string; kind: string; seq: number; body: Record<string, unknown>; happenedAt: string; person: string };

/** A machine's entries of a kind (or all), in the order they were kept. */
export async function ledgerOf(machine: string, kind = ""): Promise<Entry[]> {
  const response = await fetch(`${FIRST}/api/ledger/export?format=jsonl&machine=${machine}${kind && `&kind=${kind}`}`, {
    headers: { cookie: await cookieOf("ottoline") },
  });
  const lines = (await response.text()).trim().split("\n").filter(Boolean);
  return lines.map((line) => JSON.parse(line) as Entry).sort((a, b) => a.seq - b.seq);
}

/** Waits until all that was entered at a tablet is sent. */
export const sent = (page: Page): Promise<void> => page.getByRole("link", { name: "all sent" }).waitFor({ timeout: 30_000 });

/** Chooses in a list that opens. */
export async function choose(page: Page, control: Locator, option: string): Promise<void> {
  await control.click();
  await page.getByRole("option", { name: option }).first().click();
}

/** Opens one of the forms behind the plan's “Something changed”. */
export async function changed(page: Page, what: string): Promise<Locator> {
  await page.getByRole("button", { name: "Something changed" }).click();
  await page.getByRole("menuitem", { name: what }).click();
  return page.getByRole("dialog", { name: what });
}
