import { describe, expect, test } from "vitest";
import { cookieOf, FIRST, houseNow, send, signedIn } from "./browser.ts";

/** Bringing a fleet in, changing what can be changed, and taking it and the ledger out. */

function fortyMachines(): string {
  const rows = Array.from(
    { length: 40 },
    (_, index) =>
      `Tern ${index + 1};${["dtf", "dtg", "uv", "wide", "cij"][index % 5]};${index === 11 ? "31.02.2024" : "03.02.2024"};Nave;${index === 25 ? "warp-drive" : ""}`,
  );
  return `Printer;Technology;In service;Room;Abilities\r\n${rows.join("\r\n")}\r\n`;
}

describe("bringing in", () => {
  test("forty machines from a spreadsheet with two bad rows: refused with reasons, then brought in without them, all at once", async () => {
    const { page, context, faults } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/shop?tab=bring-in`);
    await page.getByLabel("Table file").setInputFiles({ name: "machines.csv", mimeType: "text/csv", buffer: Buffer.from(fortyMachines()) });
    await page.getByText("38 new, 0 changed, 0 the same. 2 to fix. 0 to decide.").waitFor();
    // What is wrong stands at its cell, and is put right there.
    expect(
      await page
        .getByRole("row")
        .filter({ has: page.getByLabel("Since, line 13") })
        .textContent(),
    ).toContain("No such day");
    expect(
      await page
        .getByRole("row")
        .filter({ has: page.getByLabel("Abilities, line 27") })
        .textContent(),
    ).toMatch(/is not one of/);
    await page.getByLabel("Since, line 13").fill("28 Feb 2024");
    await page.getByText("39 new, 0 changed, 0 the same. 1 to fix. 0 to decide.").waitFor();
    await page.getByLabel("Since, line 13").fill("31.02.2024");
    await page.getByText("38 new, 0 changed, 0 the same. 2 to fix. 0 to decide.").waitFor();
    expect(await page.getByRole("button", { name: "Bring in 38 rows" }).isDisabled()).toBe(true);
    await page.getByLabel(/Skip the 2 rows to fix/).check();
    expect(await page.getByLabel(/Spread work with no known date/).isChecked()).toBe(true);
    await page.getByRole("button", { name: "Bring in 38 rows" }).click();
    await page.getByText("38 new, 0 changed. 2 skipped.").waitFor();
    await page.goto(`${FIRST}/`);
    await page.waitForSelector("text=Tern 40");
    expect(await page.locator("tbody tr:has(input)").count()).toBe(54);
    expect(await page.locator("tr:has-text('Tern ') >> text=late").count()).toBeLessThan(60);
    expect(faults).toEqual([]);
    await context.close();
  });

  test("a table with refused rows changes nothing unless they are left out on purpose; a second time all are the same", async () => {
    const cookie = await cookieOf("ottoline");
    const bring = (text: string, choices: object, act = "import") =>
      send(`/api/tables?do=${act}&choices=${encodeURIComponent(JSON.stringify(choices))}`, {
        cookie,
        body: text,
        headers: { "content-type": "text/csv" },
      });
    const refused = await bring(fortyMachines(), { kind: "machines" });
    expect(refused.status).toBe(409);
    expect(refused.body.problems?.map(({ path }) => path)).toEqual(["line 13", "line 27"]);
    expect((await bring(fortyMachines(), { kind: "machines" }, "preview")).body.counts).toEqual({
      new: 0,
      changed: 0,
      same: 38,
      refused: 2,
      asked: 0,
    });
    const history = await bring(
      "machine,routine,when\nTern 1,Opening cleans,3 weeks ago\nTern 1,Nonsense,yesterday\n",
      { kind: "history" },
      "preview",
    );
    expect(history.body.counts).toEqual({ new: 1, changed: 0, same: 0, refused: 1, asked: 0 });
  });

  test.each<[string, Uint8Array | string, Record<string, unknown>]>([
    [
      "Windows-1252 and semicolons",
      Buffer.from("Name;Class;Since\nM\xf6we;dtf;2024-01-02\n", "latin1"),
      { encoding: "Windows-1252", separator: ";" },
    ],
    [
      "UTF-16 and tabs",
      Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from("Name\tClass\tSince\nMöwe\tdtf\t2024-01-02\n", "utf16le")]),
      { encoding: "UTF-16", separator: "tab" },
    ],
    ["UTF-8 with its mark", "\uFEFFName,Class,Since\nMöwe,dtf,2024-01-02\n", { encoding: "UTF-8", separator: "," }],
  ])("a table in %s is read and said to be that", async (_name, body, said) => {
    const answer = await send(`/api/tables?choices=${encodeURIComponent('{"kind":"machines"}')}`, {
      cookie: await cookieOf("ottoline"),
      body,
      headers: { "content-type": "text/csv" },
    });
    expect(answer.status).toBe(200);
    expect(answer.body).toMatchObject({ read: said, rows: [{ name: "Möwe", state: "new" }] });
  });

  test("the fleet goes out, is changed, comes back through a preview, and goes out the same", async () => {
    const cookie = await cookieOf("ottoline");
    const out = async () => (await fetch(`${FIRST}/api/fleet`, { headers: { cookie } })).json();
    const first = await out();
    const preview = await send("/api/fleet", { cookie, body: first });
    expect(preview.body.rows).toSatisfy((rows: { state: string }[]) => rows.every(({ state }) => state === "same"));
    expect((await send("/api/fleet?do=import", { cookie, body: first })).status).toBe(200);
    expect(await out()).toEqual(first);
    const changed = {
      ...first,
      machines: first.machines.map((machine: { id: string }) =>
        machine.id === "plover" ? { ...machine, name: "Golden Plover" } : machine,
      ),
    };
    expect((await send("/api/fleet", { cookie, body: changed })).body.rows).toContainEqual({
      subject: "machine",
      id: "plover",
      name: "Golden Plover",
      state: "changed",
    });
    expect((await send("/api/fleet?do=import", { cookie, body: changed })).status).toBe(200);
    expect((await out()).machines.find(({ id }: { id: string }) => id === "plover").name).toBe("Golden Plover");
    const broken = {
      ...first,
      machines: first.machines.map((machine: { id: string }) => (machine.id === "sprat" ? { ...machine, area: "attic" } : machine)),
    };
    expect(await send("/api/fleet?do=import", { cookie, body: broken })).toMatchObject({
      status: 400,
      body: { problems: [{ path: "$.machines[0].area" }] },
    });
  });
});

describe("settings", () => {
  test("closures, beats and a machine's routines are changed on the screen, and what is due follows", async () => {
    const { page, context, faults } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/machines/gannet/set-up`);
    await page.getByLabel(/R08 Waste look/).uncheck();
    await page.getByLabel(/R15 Weekly check print/).check();
    await page.getByLabel("Name").fill("Gannet one");
    await page.getByRole("button", { name: "Save" }).click();
    await page.getByRole("heading", { level: 1, name: "Gannet one" }).waitFor();
    await page.goto(`${FIRST}/`);
    await page.locator("tr:has(th:has-text('Gannet one'))").waitFor();
    expect(
      await page
        .locator("tr:has(th:has-text('Gannet one'))")
        .getByRole("button", { name: /Waste look/ })
        .count(),
    ).toBe(0);

    await page.goto(`${FIRST}/shop?tab=calendar`);
    await page.getByRole("button", { name: /^Closures: / }).click();
    const form = page.getByRole("dialog");
    await form.getByLabel("Name").fill("Stocktaking");
    for (const [label, day] of [
      ["From", 10],
      ["To", 12],
    ] as const) {
      await form.getByLabel(label).click();
      await page.getByRole("button", { name: /next month/i }).click();
      await page
        .getByRole("grid")
        .getByRole("button", { name: new RegExp(`\\b${day} `) })
        .click();
    }
    await form.getByRole("button", { name: "Save" }).click();
    await page.getByText("Saved.", { exact: true }).waitFor();
    const fleet = await (await fetch(`${FIRST}/api/fleet`, { headers: { cookie: await cookieOf("ottoline") } })).json();
    expect(fleet.calendar.closures).toHaveLength(2);
    expect(faults.filter((fault) => !fault.includes("400"))).toEqual([]);
    await context.close();
  });

  test("a person is added with a sign-in, uses it, is signed out by the supervisor at once, and archived", async () => {
    const cookie = await cookieOf("ottoline");
    const person = { id: "pim", name: "Pim Oddment", role: "viewer" };
    expect((await send("/api/people", { cookie, body: { person, password: "sea-holly-9" } })).status).toBe(200);
    const signedInAs = async () => {
      const response = await fetch(`${FIRST}/api/sign-in`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ name: "Pim Oddment", password: "sea-holly-9" }),
      });
      return {
        status: response.status,
        cookie: response.headers
          .getSetCookie()
          .map((each) => each.split(";")[0])
          .join("; "),
      };
    };
    const mine = await signedInAs();
    expect((await send("/api/board", { cookie: mine.cookie, method: "GET" })).status).toBe(200);
    expect((await send("/api/sync", { cookie: mine.cookie, body: { entries: [{}] } })).status).toBe(403);
    const { page, context } = await signedIn("Ottoline Marsh");
    await page.goto(`${FIRST}/shop?tab=sign-ins`);
    await page.locator("tr:has-text('Pim Oddment')").getByRole("button", { name: "End" }).click();
    await page.getByText("Pim Oddment is signed out there.").waitFor();
    expect((await send("/api/board", { cookie: mine.cookie, method: "GET" })).status).toBe(401);
    expect((await send("/api/people", { cookie, body: { person, archived: true } })).status).toBe(200);
    const after = await signedInAs();
    expect((await send("/api/board", { cookie: after.cookie, method: "GET" })).status).toBe(401);
    await context.close();
  });
});

describe("taking the ledger out", () => {
  test("as CSV nothing in it is a formula; as JSON Lines every entry is whole; filters hold", async () => {
    const cookie = await cookieOf("ottoline");
    const text = '=HYPERLINK("x","y")';
    await send("/api/sync", {
      cookie,
      body: {
        entries: [{ id: crypto.randomUUID(), kind: "note", machine: "tally", happenedAt: houseNow().toISOString(), body: { text } }],
      },
    });
    const get = async (query: string) => (await fetch(`${FIRST}/api/ledger/export?${query}`, { headers: { cookie } })).text();
    const csv = await get("format=csv&machine=tally&kind=note");
    expect(csv).toContain(`"'=HYPERLINK(""x"",""y"")"`);
    expect(csv.split("\r\n")[0]).toBe(
      "seq,id,kind,machine,routine,person,device,run,step,deviceAt,proof,typedBy,happenedAt,recordedAt,localDay,amends,amendedBy,struck,says,body",
    );
    const lines = (await get("format=jsonl"))
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    expect(lines.length).toBeGreaterThan(4000);
    expect(lines.map(({ seq }) => seq)).toEqual(lines.map((_, index) => index + 1));
    expect(lines.at(-1)).toMatchObject({ kind: "note", machine: "tally", person: "ottoline", body: { text } });
  });

  test("the ledger's page filters by machine, person, kind, days and words, and pages by key", async () => {
    const { page, context } = await signedIn("Bram Teasel");
    await page.goto(`${FIRST}/logbook?machine=teal&kind=check`);
    expect(await page.getByRole("link", { name: /^Entry \d+/ }).count()).toBe(50);
    const first = await page
      .getByRole("link", { name: /^Entry \d+/ })
      .first()
      .getAttribute("aria-label");
    await page.getByRole("link", { name: "Older" }).click();
    await page.waitForURL(/before=/);
    expect(
      await page
        .getByRole("link", { name: /^Entry \d+/ })
        .first()
        .getAttribute("aria-label"),
    ).not.toBe(first);
    await page.goto(`${FIRST}/logbook?text=humidifier+friday`);
    expect(await page.getByRole("link", { name: /^Entry \d+/ }).count()).toBe(1);
    await page.goto(`${FIRST}/logbook?from=2026-02-31`);
    expect(await page.locator("main [role=alert]").first().textContent()).toContain("is not a day");
    await context.close();
  });
});
