import { request } from "node:http";
import { describe, expect, test } from "vitest";
import { cookieOf, entry, FIRST, houseNow, SECOND, send, signedIn, sync } from "./browser.ts";

/** What knocks at the doors: no session, another role, bad bodies of every kind. A clear answer, nothing changed, no 500. */

const board = (cookie: string) => send("/api/board", { cookie, method: "GET" });
const headOf = async (cookie: string) => Number((await board(cookie)).body.seq);
const check = (rest: Record<string, unknown> = {}) => ({
  channels: [{ id: "H1/K", missing: 0, weak: 0, deflected: 0, neighbours: false, ...rest }],
});

describe("without a session or the role", () => {
  const doors: [string, string, string][] = [
    ["GET", "/api/board", "look"],
    ["POST", "/api/sync", "record"],
    ["GET", "/api/fleet", "look"],
    ["POST", "/api/fleet", "set-up"],
    ["POST", "/api/tables?choices={}", "set-up"],
    ["POST", "/api/people", "set-up"],
    ["POST", "/api/calendar", "set-up"],
    ["POST", "/api/machines", "set-up"],
    ["POST", "/api/routines", "set-up"],
    ["POST", "/api/routines/check", "set-up"],
    ["POST", "/api/routines/pack", "set-up"],
    ["DELETE", "/api/routines?id=R21", "set-up"],
    ["GET", "/api/routines/pack?ids=R21", "look"],
    ["POST", "/api/policies", "set-up"],
    ["DELETE", "/api/sessions", "set-up"],
    ["GET", "/api/ledger/export", "look"],
    ["GET", "/api/live", "look"],
  ];
  test.each(doors)("%s %s is shut", async (method, path) => {
    const answer = await send(path, { method, body: method === "GET" ? undefined : {} });
    expect(answer).toMatchObject({ status: 401, body: { message: "Sign in first." } });
    expect(
      (await send(path, { method, cookie: "zesty.session_token=forged.signature", body: method === "GET" ? undefined : {} })).status,
    ).toBe(401);
  });
  test.each(doors.filter(([, , act]) => act === "set-up"))("%s %s refuses an operator", async (method, path) => {
    const cookie = await cookieOf("bram");
    const before = await headOf(cookie);
    const body = path === "/api/people" ? { person: { id: "x", name: "X", role: "viewer" } } : path === "/api/sessions" ? { id: "x" } : {};
    const answer = await send(path, { method, cookie, body });
    expect(answer.status).toBe(403);
    expect(answer.body.message).toContain("operator may not");
    expect(await headOf(cookie)).toBe(before);
  });
  test("pages lead to the sign-in, and a forged origin or another site is refused", async () => {
    const page = await fetch(`${FIRST}/machines/teal`, { redirect: "manual" });
    expect(page.headers.get("location")).toBe("/sign-in");
    const cookie = await cookieOf("bram");
    expect(
      (
        await send("/api/sync", {
          cookie,
          body: { entries: [entry("check", "teal", check())] },
          headers: { origin: "http://elsewhere.example" },
        })
      ).status,
    ).toBe(403);
    expect(
      (
        await send("/api/sync", {
          cookie,
          body: { entries: [entry("check", "teal", check())] },
          headers: { "sec-fetch-site": "cross-site" },
        })
      ).status,
    ).toBe(403);
  });
  test("a wrong password is answered plainly, and after eight the name is shut for a while, whatever the forwarded address", async () => {
    const attempt = (password: string, address: string) =>
      send("/api/sign-in", { body: { name: "Mirko Salt", password }, headers: { "x-forwarded-for": address, "x-zesty-address": address } });
    for (let tries = 0; tries < 8; tries++) expect((await attempt("nonsense", `10.0.0.${tries}`)).status).toBe(401);
    expect(await attempt("lantern-regatta", "10.9.9.9")).toMatchObject({
      status: 429,
      body: { message: expect.stringMatching(/Wait \d+ seconds/) },
    });
  });
  test("behind a trusted proxy each address has its own tries, and an address that is made up before it counts for nothing", async () => {
    const attempt = (forwarded: string) =>
      send("/api/sign-in", { body: { name: "Tadeo Lund", password: "nonsense" }, headers: { "x-forwarded-for": forwarded }, base: SECOND });
    for (let tries = 0; tries < 8; tries++) expect((await attempt(`198.51.100.${tries}, 203.0.113.7`)).status).toBe(401);
    expect((await attempt("198.51.100.99, 203.0.113.7")).status).toBe(429);
    expect((await attempt("203.0.113.8")).status).toBe(401);
  });
  test("what has no place in an address or a header is refused in words", async () => {
    const cookie = await cookieOf("ottoline");
    for (const [path, status] of [
      ["/api/board?after=1e308", 200],
      ["/api/ledger/export?machine=%00", 400],
      ["/api/stores/month?month=0000-00", 400],
      ["/api/stores/month?month=2026-13", 400],
    ] as const)
      expect((await fetch(FIRST + path, { headers: { cookie } })).status, path).toBe(status);
    expect((await send("/api/stores/month?month=0000-00", { cookie, method: "GET" })).body.message).toContain("no month");
    expect((await send("/api/sync", { cookie, body: {}, headers: { origin: "null" } })).status).toBe(403);
    expect((await send("/api/routines/check", { cookie, body: { text: "a: &a {b: *a}" } })).body.problems).toMatchObject([{ line: 1 }]);
  });
  test("answers are not sniffed, not framed, and stay in no cache; a name that is not ours is not answered to", async () => {
    const cookie = await cookieOf("ottoline");
    for (const path of ["/api/board", "/api/stores/month", "/api/ledger/export?kind=note", "/api/health"]) {
      const { headers } = await fetch(FIRST + path, { headers: { cookie } });
      expect(headers.get("x-content-type-options"), path).toBe("nosniff");
      expect(headers.get("content-security-policy"), path).toContain("default-src 'none'");
      expect(headers.get("cache-control"), path).toContain("no-store");
    }
    const { hostname, port } = new URL(FIRST);
    const status = await new Promise((done) =>
      request({ hostname, port, path: "/api/health", headers: { host: "shop.attacker.example" } }, ({ statusCode }) =>
        done(statusCode),
      ).end(),
    );
    expect(status).toBe(421);
  });
  test("doors that need few bytes take few; a million names cost nobody else a wait", async () => {
    const junk = `{${Array.from({ length: 300_000 }, (_, index) => `"k${index}":1`).join(",")}}`;
    for (const path of ["/api/devices/enrol", "/api/sign-in", "/api/first-run"])
      expect((await send(path, { body: junk })).status, path).toBe(413);
    const cookie = await cookieOf("ottoline");
    const started = performance.now();
    const [large, health] = await Promise.all([
      send("/api/fleet", { cookie, body: `{"format":"zesty-anvil/fleet",${junk.slice(1)}` }),
      new Promise((done) => setTimeout(done, 50)).then(() => fetch(`${FIRST}/api/health`)).then(() => performance.now() - started),
    ]);
    expect(large.status).toBe(400);
    expect(health).toBeLessThan(1000);
  });
  test("a stream ends with its session", async () => {
    const cookie = await cookieOf("wren");
    const response = await fetch(`${FIRST}/api/live`, { headers: { cookie } });
    const ended = response.text();
    expect((await send("/api/sign-out", { cookie, body: {}, headers: { origin: FIRST } })).status).toBe(200);
    const soon = new Promise((_, fail) => setTimeout(() => fail(new Error("it is open after 5 s")), 5000));
    expect(await Promise.race([ended, soon])).toContain("event: ended");
  });
  test("the first run is over, and a cookie is of this site only, not to be read by scripts", async () => {
    expect(
      (await send("/api/first-run", { body: { shop: "X", timeZone: "UTC", name: "Y", password: "12345678", code: "X" } })).status,
    ).toBe(403);
    const response = await fetch(`${FIRST}/api/demo-sign-in`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: '{"person":"wren"}',
    });
    expect(response.headers.getSetCookie().join()).toMatch(/HttpOnly/i);
    expect(response.headers.getSetCookie().join()).toMatch(/SameSite=Lax/i);
  });
});

describe("bad bodies", () => {
  test.each<[string, string | Uint8Array, number]>([
    ["no JSON", "{not json", 400],
    ["nothing", "", 400],
    ["another shape", "[1, 2]", 400],
    ["a number", "5", 400],
    ["deep nesting", "[".repeat(50_000), 400],
    ["bytes that are no text", new Uint8Array([0xff, 0xfe, 0x00, 0x41]), 400],
    ["no entries", '{"entries": []}', 400],
    ["an unknown key", '{"entries": [{}], "x": 1}', 400],
    ["keys of the prototype", '{"__proto__": {"admin": true}}', 400],
  ])("%s: %s", async (_name, body, status) => {
    const cookie = await cookieOf("bram");
    const before = await headOf(cookie);
    for (const path of ["/api/sync"]) expect((await send(path, { cookie, body })).status).toBe(status);
    const supervisor = await cookieOf("ottoline");
    for (const path of ["/api/fleet", "/api/people", "/api/calendar", "/api/machines"])
      expect((await send(path, { cookie: supervisor, body })).status, path).toBe(400);
    expect(await headOf(cookie)).toBe(before);
  });

  const long = "a".repeat(10_000);
  test.each<[string, unknown, string]>([
    ["an unknown machine", entry("check", "nobody", check()), "no machine"],
    ["a path as a machine", entry("check", "../../etc/passwd", check()), "no machine"],
    ["markup as a machine", entry("check", "<script>alert(1)</script>", check()), "no machine"],
    ["a machine of 10,000 characters", entry("check", long, check()), "$.machine"],
    ["an unknown channel", entry("check", "teal", check({ id: "H9/Z" })), "no channel"],
    ["a channel twice", entry("check", "teal", { channels: [...check().channels, ...check().channels] }), "stands twice"],
    ["less than none missing", entry("check", "teal", check({ missing: -1 })), "missing"],
    ["half a nozzle", entry("check", "teal", check({ missing: 0.5 })), "missing"],
    ["a note of 10,000 characters", entry("note", "teal", { text: long }), "text"],
    ["an id that is none", { ...entry("check", "teal", check()), id: "1; DROP TABLE entry" }, "$.id"],
    ["tomorrow", { ...entry("check", "teal", check()), happenedAt: new Date(houseNow().getTime() + 86_400_000).toISOString() }, "future"],
    ["ten years ago", { ...entry("check", "teal", check()), happenedAt: "2016-01-01T00:00:00Z" }, "days back"],
    ["a time that is none", { ...entry("check", "teal", check()), happenedAt: "soon" }, "$.happenedAt"],
    ["a kind of the application's own", entry("day-closed", "teal", { day: "2026-11-25", outcomes: [] }), "$.kind"],
    ["a NUL character", entry("note", "teal", { text: "a\u0000b" }), "no text"],
    ["half a surrogate pair", entry("note", "teal", { text: "a\ud800b" }), "no text"],
    ["a check entered as a mere doing", { ...entry("routine", "teal", { outcome: "done" }), routine: "R01" }, "readings"],
    ["skipped without a reason", { ...entry("routine", "teal", { outcome: "skipped" }), routine: "R08" }, "Why is it skipped"],
    ["an unknown routine", { ...entry("routine", "teal", { outcome: "done" }), routine: "R99" }, "no routine"],
    ["a counter it has not got", entry("counter", "tally", { counter: "prints", value: 5 }), "keeps no counter"],
    [
      "an amendment of nothing",
      { ...entry("amendment", "teal", { why: "x", struck: true }), amends: "00000000-0000-7000-8000-000000000000" },
      "not in this logbook",
    ],
    ["a release by an operator", entry("release", "teal", { until: houseNow().toISOString(), reason: "x" }), "operator may not"],
  ])("%s is refused in words, and the rest of its batch is kept", async (_name, bad, words) => {
    const cookie = await cookieOf("bram");
    const before = await headOf(cookie);
    const good = entry("note", "teal", { text: "kept" });
    const answer = await sync(cookie, bad, good);
    expect(answer.status).toBe(200);
    // What is no entry at all is set aside for a supervisor; what nobody may say, or can't be true, goes back to its person.
    expect(answer.body.answers?.map(({ result }) => result)).toEqual([expect.stringMatching(/^(refused|set-aside)$/), "added"]);
    expect(answer.body.answers?.[0]?.message).toContain(words);
    expect(await headOf(cookie)).toBe(before + 1);
  });

  test("the same entry twice, at once, on two copies, counts once", async () => {
    const cookie = await cookieOf("bram");
    const before = await headOf(cookie);
    const twice = entry("note", "teal", { text: "sent again and again" });
    const answers = await Promise.all(
      [FIRST, SECOND, FIRST, SECOND].map((base) => send("/api/sync", { cookie, body: { entries: [twice] }, base })),
    );
    expect(answers.map(({ body }) => body.answers?.[0]?.result).sort()).toEqual(["added", "known", "known", "known"]);
    expect(await headOf(cookie)).toBe(before + 1);
    expect((await sync(cookie, { ...twice, body: { text: "another" } })).body.answers?.[0]).toMatchObject({ result: "refused" });
  });

  test("others' entries are amended by a supervisor only, one's own by oneself", async () => {
    const [bram, ilse, ottoline] = [await cookieOf("bram"), await cookieOf("ilse"), await cookieOf("ottoline")];
    const note = entry("note", "teal", { text: "mine" });
    await sync(bram, note);
    const amend = () => ({
      ...entry("amendment", "teal", { why: "typo", replace: { text: "ours" } }),
      machine: undefined,
      amends: note.id,
    });
    expect((await sync(ilse, amend())).body.answers?.[0]?.message).toContain("amend other people's entries");
    expect((await sync(bram, amend())).body.answers?.[0]?.result).toBe("added");
    expect((await sync(ottoline, amend())).body.answers?.[0]?.result).toBe("added");
    expect((await sync(bram, { ...amend(), body: { why: "typo", replace: { text: 5 } } })).body.answers?.[0]?.result).toBe("refused");
  });

  test("200 MB, said or streamed, is refused and the application goes on", async () => {
    const cookie = await cookieOf("ottoline");
    const upload = (path: string, streamed: boolean) =>
      new Promise<number>((done) => {
        const size = 200 * 1024 * 1024;
        const upload = request(
          FIRST + path,
          {
            method: "POST",
            headers: {
              cookie,
              "content-type": "text/csv",
              ...(streamed ? { "transfer-encoding": "chunked" } : { "content-length": size }),
            },
          },
          (response) => {
            response.resume();
            done(response.statusCode ?? 0);
            upload.destroy();
          },
        );
        upload.on("error", () => done(0));
        const chunk = Buffer.alloc(1024 * 1024, "a");
        let sent = 0;
        const more = () => {
          while (sent < size && !upload.destroyed) {
            sent += chunk.length;
            if (!upload.write(chunk)) return upload.once("drain", more);
          }
          if (!upload.destroyed) upload.end();
        };
        more();
      });
    for (const path of ["/api/fleet", `/api/tables?choices=${encodeURIComponent('{"kind":"machines"}')}`, "/api/sync"]) {
      expect(await upload(path, false), path).toBe(413);
      expect(await upload(path, true), path).toBe(413);
    }
    expect((await board(cookie)).status).toBe(200);
  });

  test("names and ids of the shop: 10,000 characters, paths and markup are refused, a page of nothing is none", async () => {
    const cookie = await cookieOf("ottoline");
    const before = await headOf(cookie);
    for (const person of [
      { id: "x", name: long, role: "viewer" },
      { id: "../x", name: "X", role: "viewer" },
      { id: "<b>", name: "X", role: "viewer" },
      { id: "x", name: "X", role: "admin" },
    ])
      expect((await send("/api/people", { cookie, body: { person } })).status).toBe(400);
    const machine = { id: "sprat", name: "Sprat", class: "dtf", since: "2026-01-01" };
    for (const change of [
      { name: long },
      { class: "laser" },
      { area: "attic" },
      { since: "2026-02-30" },
      { routines: ["R99"] },
      { id: "../sprat" },
    ])
      expect(
        (await send("/api/machines", { cookie, body: { machine: { ...machine, ...change } } })).status,
        JSON.stringify(change).slice(0, 40),
      ).toBe(400);
    for (const path of ["/machines/nobody", "/machines/..%2f..%2fetc", "/ledger/nothing", "/ledger/%00", "/nowhere"])
      expect((await fetch(FIRST + path, { headers: { cookie } })).status, path).toBeLessThan(500);
    for (const query of ["before=x", "from=never", "text='%3B--", "machine=%3Cb%3E", "kind=nothing"])
      expect((await fetch(`${FIRST}/logbook?${query}`, { headers: { cookie } })).status, query).toBe(200);
    for (const path of ["/%E0%A4%A", "/logbook?text=%00", "/machines/%ff", "/logbook?machine=a%00b"])
      expect((await fetch(FIRST + path, { headers: { cookie } })).status, path).toBe(400);
    expect(await headOf(cookie)).toBe(before);
  });
});

test("no script runs that the page did not ask for", async () => {
  const { page, context } = await signedIn("Bram Teasel");
  await context.route(`${FIRST}/logbook`, async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, body: (await response.text()).replace("<body", "<script>window.intruded = true</script><body") });
  });
  await page.goto(`${FIRST}/logbook`);
  await page
    .getByRole("link", { name: /^Entry \d+/ })
    .first()
    .waitFor();
  expect(await page.evaluate(() => "intruded" in window)).toBe(false);
  await context.close();
});

describe("routines as text", () => {
  const post = async (path: string, body: string) => send(path, { cookie: await cookieOf("ottoline"), body });
  test.each<[string, string, RegExp]>([
    ["nothing at all", "", /no pack|can't be read/],
    ["no pack", "just words", /can't be read in/],
    ["half a file", "format: zesty-anvil/routines\nroutines: [", /no pack that can be read/],
    ["a later version", "format: zesty-anvil/routines\nversion: 2\nroutines: [{ id: a, name: A }]", /can't be read in/],
    ["a routine by a strange id", "format: zesty-anvil/routines\nversion: 1\nroutines: [{ id: '../x', name: A }]", /can't be read in/],
    [
      "a name without end",
      `format: zesty-anvil/routines\nversion: 1\nroutines: [{ id: a, name: ${"x".repeat(5000)} }]`,
      /can't be read in/,
    ],
  ])("a pack that is %s is refused in words, and changes nothing", async (_, text, said) => {
    const cookie = await cookieOf("ottoline");
    const before = await headOf(cookie);
    const answer = await post("/api/routines/pack?do=import", text);
    expect(answer.status).toBe(400);
    expect(answer.body.message).toMatch(said);
    expect(await headOf(cookie)).toBe(before);
  });
  test("steps nested without end, and a text of megabytes, end in a clear error", async () => {
    const deep = `id: house-x\nname: X\nsteps: ${"[".repeat(3000)}${"]".repeat(3000)}`;
    const cookie = await cookieOf("ottoline");
    expect((await send("/api/routines/check", { cookie, body: { text: deep } })).status).toBeLessThan(500);
    expect((await send("/api/routines", { cookie, body: { text: "x".repeat(3_000_000) } })).status).toBe(413);
    expect((await post("/api/routines/pack", "x".repeat(3_000_000))).status).toBe(413);
  });
  test("a text with a character that no database keeps is refused", async () => {
    const answer = await send("/api/routines", { cookie: await cookieOf("ottoline"), body: { text: 'id: house-x\nname: "A\\0B"\n' } });
    expect(answer.status).toBe(400);
  });
});
