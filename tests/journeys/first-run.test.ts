import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { startServer, waitUntilUp } from "../../commands/app.ts";
import { APP_ROLE, dropDatabase, ensureDatabase, freePort, stopCluster } from "../../commands/postgres.ts";
import { migrateDatabase } from "../../src/ledger/migrate.ts";
import { newPage } from "./browser.ts";

/** An installation without the demo, and one whose database is away for a while. */

const own = process.env.DATABASE_URL;
/** The private cluster's addresses, whatever the run's own database is. */
async function database(name: string) {
  delete process.env.DATABASE_URL;
  try {
    return await ensureDatabase(name);
  } finally {
    process.env.DATABASE_URL = own;
  }
}

test.skipIf(process.env.ZESTY_OWN_DATABASE)(
  "the first run asks for the first supervisor, the fleet comes in, and pages come back by themselves when the database does",
  async () => {
    const name = `zesty_first_${process.pid}`;
    const urls = await database(name);
    await migrateDatabase(urls.owner, APP_ROLE);
    const port = await freePort();
    const base = `http://127.0.0.1:${port}`;
    const log = ".zesty/first-run.log";
    const server = startServer({ port, databaseUrl: urls.app, log, env: { ZESTY_FIRST_RUN_CODE: "TERN-2ANV" } });
    await waitUntilUp(port, server, log);
    const { page, context } = await newPage();
    await page.goto(base);
    await page.waitForURL(/first-run/);
    expect(await page.getByText("Demo shop").count()).toBe(0);
    expect(
      (
        await fetch(`${base}/api/demo-sign-in`, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: '{"person":"ottoline"}',
        })
      ).status,
    ).toBe(404);
    await page.getByLabel("Name of the shop").fill("Skerry Prints");
    const refused = await fetch(`${base}/api/first-run`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({
        shop: "Skerry Prints",
        timeZone: "Mars/Base",
        name: "Dunlin Ask",
        password: "short-but-8",
        code: "TERN-2ANV",
      }),
    });
    expect([refused.status, JSON.stringify(await refused.json())]).toEqual([400, expect.stringContaining("“Mars/Base” is no time zone")]);
    await page.getByLabel("Time zone").click();
    await page.keyboard.type("Reykjavik");
    await page.getByRole("option", { name: "Atlantic/Reykjavik" }).click();
    await page.getByLabel("Your name").fill("Dunlin Ask");
    await page.getByLabel(/Password/).fill("short-but-8");
    // Whoever only reached the address first is not the owner.
    await page.getByLabel("Code", { exact: true }).fill("TERN-3ANV");
    await page.getByRole("button", { name: "Set up the shop" }).click();
    await page.getByText("This is not the code that ./zesty start printed.").waitFor();
    await page.getByLabel("Code", { exact: true }).fill("tern 2anv");
    await page.getByRole("button", { name: "Set up the shop" }).click();
    await page.waitForURL(/bring-in/);
    await page.locator('input[aria-label="Fleet file"]').setInputFiles("tests/fixtures/example-fleet.json");
    await page.getByText(/new, 1 changed/).waitFor();
    await page.getByRole("button", { name: "Bring in", exact: true }).click();
    await page.getByText("Fleet file brought in.").waitFor();
    await page.goto(base);
    await page.getByRole("link", { name: "Sprat" }).waitFor();

    delete process.env.DATABASE_URL;
    stopCluster("immediate");
    process.env.DATABASE_URL = own;
    await page.goto(`${base}/logbook`).catch(() => {});
    await page.getByText("This page can’t be shown now").waitFor();
    await database(name);
    await page.getByRole("heading", { level: 1, name: /Logbook|entr/ }).waitFor({ timeout: 20_000 });
    // The queries that failed were asked with the session's token; the log tells of them without it.
    const session = (await context.cookies()).find((each) => each.name.endsWith("session_token"));
    const written = readFileSync(log, "utf8");
    expect(session?.value.length).toBeGreaterThan(20);
    expect(written).not.toContain(decodeURIComponent(session?.value ?? "").split(".")[0]);

    await page.getByRole("button", { name: /^Your account/ }).click();
    await page.getByRole("menuitem", { name: "Sign out" }).click();
    await page.waitForURL(/sign-in/);
    await page.getByLabel("Name").fill("dunlin ask");
    await page.getByLabel("Password").fill("wrong-one");
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByText("Name and password don't go together.").waitFor();
    await page.getByLabel("Password").fill("short-but-8");
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByRole("link", { name: "Sprat" }).waitFor();
    await context.close();
    server.kill("SIGKILL");
    delete process.env.DATABASE_URL;
    await dropDatabase(name);
    process.env.DATABASE_URL = own;
  },
);

test.skipIf(process.env.ZESTY_OWN_DATABASE)("of several first runs at once one sets the shop up, and the others are told so", async () => {
  const name = `zesty_first_many_${process.pid}`;
  const urls = await database(name);
  await migrateDatabase(urls.owner, APP_ROLE);
  const port = await freePort();
  const log = ".zesty/first-run.log";
  const server = startServer({ port, databaseUrl: urls.app, log, env: { ZESTY_FIRST_RUN_CODE: "TERN-2ANV" } });
  await waitUntilUp(port, server, log);
  const answers = await Promise.all(
    ["Ada Stint", "Bo Knot", "Cy Ruff", "Di Dunlin", "Ed Snipe"].map((person) =>
      fetch(`http://127.0.0.1:${port}/api/first-run`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ shop: "Skerry Prints", timeZone: "UTC", name: person, password: "short-but-8", code: "TERN-2ANV" }),
      }),
    ),
  );
  const statuses = answers.map(({ status }) => status).sort();
  expect(statuses[0]).toBe(200);
  for (const status of statuses.slice(1)) expect([403, 409]).toContain(status);
  server.kill("SIGKILL");
  delete process.env.DATABASE_URL;
  await dropDatabase(name);
  process.env.DATABASE_URL = own;
});
