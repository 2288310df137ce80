import { type Browser, chromium } from "playwright-core";
import { uuidv7 } from "uuidv7";
import type { Row } from "./measure.ts";
import { cookieOf, withCopies } from "./page-bench.ts";

const ENTRIES = 500;
const BATCH = 100;

/** Sending 500 queued entries as a tablet does: batches in order through the one route. */
export const syncBench = (): Promise<Row[]> =>
  withCopies(1, async ([base = ""]) => {
    const cookie = await cookieOf(base, "bram");
    const run = uuidv7();
    const entry = (kind: string, body: Record<string, unknown>, more: Record<string, unknown> = {}) => ({
      id: uuidv7(),
      kind,
      machine: "sprat",
      happenedAt: new Date().toISOString(),
      body,
      ...more,
    });
    const entries = [
      entry("run", { event: "start", form: "guided", version: "bench" }, { routine: "R21", run }),
      ...Array.from({ length: ENTRIES - 1 }, (_, index) =>
        index % 3 === 0
          ? entry("run", { event: "note", text: `note ${index}` }, { routine: "R21", run })
          : index % 3 === 1
            ? entry("note", { text: `note ${index}` })
            : entry("routine", { outcome: "done" }, { routine: "R08" }),
      ),
    ];
    const started = performance.now();
    let added = 0;
    for (let at = 0; at < entries.length; at += BATCH) {
      const response = await fetch(`${base}/api/sync`, {
        method: "POST",
        headers: { "content-type": "application/json", cookie },
        body: JSON.stringify({ entries: entries.slice(at, at + BATCH), sentAt: new Date().toISOString() }),
      });
      const { answers } = (await response.json()) as { answers: { result: string }[] };
      added += answers.filter(({ result }) => result === "added").length;
    }
    const seconds = (performance.now() - started) / 1000;
    return [{ what: `sync of ${ENTRIES} queued entries`, budget: "none set", measured: `${seconds.toFixed(1)} s, ${added} added` }];
  });

/** From opening the floor without a network to a run's step that can be tapped. */
export const offlineBench = (): Promise<Row[]> =>
  withCopies(1, async ([base = ""]) => {
    const browser = await chromium.launch({
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
    });
    try {
      return await offlineRow(browser, base);
    } finally {
      await browser.close();
    }
  });

async function offlineRow(browser: Browser, base: string): Promise<Row[]> {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 } });
  await context.request.post(`${base}/api/demo-sign-in`, { data: { person: "bram" } });
  const page = await context.newPage();
  await page.goto(`${base}/floor#/machine/sprat`);
  await page.getByText("Another routine now").click();
  await page.getByRole("button", { name: "Empty the waste bottle now" }).click();
  await page.getByRole("button", { name: "It is on, I have read this" }).click();
  await page.getByRole("link", { name: "all sent" }).waitFor();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  const run = page.url();
  await context.setOffline(true);
  const times: number[] = [];
  for (let round = 0; round < 7; round++) {
    await page.goto("about:blank");
    const started = performance.now();
    await page.goto(run);
    await page.getByRole("button", { name: "Enter" }).waitFor();
    times.push(performance.now() - started);
  }
  times.sort((a, b) => a - b);
  return [
    {
      what: "a run's step to be tapped, opened without a network",
      budget: "none set",
      measured: `median ${times[3]?.toFixed(0)} ms, slowest ${times.at(-1)?.toFixed(0)} ms`,
    },
  ];
}
