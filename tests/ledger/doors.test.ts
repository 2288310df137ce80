import { sql } from "drizzle-orm";
import sharp from "sharp";
import { uuidv7 } from "uuidv7";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { Refusal } from "../../src/core/shop/refusal.ts";
import { openDatabase } from "../../src/ledger/database.ts";
import { mayChangeLedger } from "../../src/ledger/rights.ts";
import { sealClaim } from "../../src/ui/floor/seal.ts";
import { putSignIn, signIn, signInNames } from "../../src/work/access/auth.ts";
import { hash } from "../../src/work/access/hashing.ts";
import { savePerson } from "../../src/work/access/people.ts";
import { isEasyPin, putPin, sealingKey, setPin, signInByPin } from "../../src/work/access/pin.ts";
import { board } from "../../src/work/board/board.ts";
import { databaseTrouble, isTwice } from "../../src/work/database.ts";
import { addPicture, pictureKind } from "../../src/work/record/pictures.ts";
import { record } from "../../src/work/record/record.ts";
import { unprovenView } from "../../src/work/record/set-aside.ts";
import { db } from "./database.ts";
import { actor, freshHouse, ottoline, site } from "./house.ts";

/** Who guesses, floods or locks at the doors. */

const PASSWORD = "a-long-password";
let addresses = 0;
const address = () => `198.51.100.${addresses++}`;
beforeAll(() => {
  process.env.ZESTY_SECRET ??= "a secret of the tests' own, long enough to sign with";
});
beforeEach(() => freshHouse());

const named = (person: string) => `${person} of ${site}`;
const withSignIn = (person: string) => putSignIn(site, { id: person, name: named(person) }, { password: PASSWORD });
const enter = (name: string, password: string, from = address(), headers = new Headers()) =>
  signIn(name, { password, address: from, headers });
/** The status of each of many tries at once. */
const statuses = async (tries: Promise<unknown>[]) => {
  const all = await Promise.allSettled(tries);
  return all.map((each) => (each.status === "fulfilled" ? 200 : each.reason instanceof Refusal ? each.reason.status : 500));
};
const count = (found: number[], status: number) => found.filter((each) => each === status).length;

describe("a hundred tries at once are no more than one after the other", () => {
  test("passwords", async () => {
    await withSignIn("bram");
    const from = address();
    const found = await statuses(Array.from({ length: 100 }, (_, index) => enter(named("bram"), `wrong-${index}`, from)));
    expect(count(found, 401)).toBeGreaterThan(0);
    expect(count(found, 401)).toBeLessThanOrEqual(8);
    expect(count(found, 401) + count(found, 429) + count(found, 503)).toBe(100);
    await expect(enter(named("bram"), PASSWORD, from)).rejects.toMatchObject({ status: 429, retrySeconds: expect.any(Number) });
  });
  test("PINs, at a tablet and sealed in what it sends", async () => {
    await withSignIn("bram");
    await putPin(site, "bram", "2580");
    const device = { id: "tablet-a", name: "Hall", site };
    const pins = Array.from({ length: 100 }, (_, index) => String(3000 + index));
    const found = await statuses(pins.map((pin) => signInByPin(device, { person: "bram", pin }, new Headers())));
    expect(count(found, 401)).toBeLessThanOrEqual(8);
    expect(count(found, 200)).toBe(0);
    // A second tablet has its own tries, also where they come sealed.
    const other = { ...device, id: "tablet-b" };
    const key = await sealingKey();
    const sealed = await Promise.all(pins.slice(0, 60).map((pin) => sealClaim(key, "bram", pin)));
    const note = (claim: string) => ({
      id: uuidv7(),
      kind: "note",
      person: "bram",
      claim,
      happenedAt: "2026-11-25T09:00:00.000Z",
      body: { text: "x" },
    });
    const sent = await statuses(sealed.map((claim) => record(db, { site, device: other }, { entries: [note(claim.id)], claims: [claim] })));
    // What was judged is kept and marked; the rest comes back whole, to be sent again.
    expect(count(sent, 200)).toBeLessThanOrEqual(8);
    expect(count(sent, 200) + count(sent, 429) + count(sent, 503)).toBe(60);
    const view = await unprovenView(db, ottoline());
    expect(view).toHaveLength(count(sent, 200));
    expect(view[0]).toMatchObject({ person: "Bram Teasel", device: "tablet-b" });
    await expect(unprovenView(db, actor("bram"))).rejects.toMatchObject({ status: 403 });
  });
});

test("nobody is locked out by others: a browser that knows them, and another address, still get in", async () => {
  await withSignIn("ottoline");
  const home = await enter(named("ottoline"), PASSWORD);
  const known = new Headers({
    cookie: home.response.headers
      .getSetCookie()
      .map((cookie) => cookie.split(";")[0])
      .filter((cookie) => cookie?.startsWith("zesty-known-"))
      .join("; "),
  });
  expect(known.get("cookie")).toMatch(/^zesty-known-[\w-]{12}=\d+\./);
  const shared = address();
  for (let tries = 0; tries < 8; tries++)
    await expect(enter(named("ottoline"), "wrong-one", shared)).rejects.toMatchObject({ status: 401 });
  await expect(enter(named("ottoline"), PASSWORD, shared)).rejects.toMatchObject({ status: 429 });
  expect((await enter(named("ottoline"), PASSWORD)).role).toBe("supervisor");
  expect((await enter(named("ottoline"), PASSWORD, shared, known)).role).toBe("supervisor");
  const forged = new Headers({ cookie: (known.get("cookie") ?? "").replace(/\.[\w-]{6}/, ".AAAAAA") });
  await expect(enter(named("ottoline"), PASSWORD, shared, forged)).rejects.toMatchObject({ status: 429 });
});

test("a crowd of sign-ins is refused at once where the queue is full, and helpers stay free for files", async () => {
  const found = await statuses(Array.from({ length: 60 }, () => hash("crowd")));
  expect(count(found, 200)).toBe(26);
  expect(count(found, 503)).toBe(34);
});

describe("sign-in names", () => {
  test("are single, whatever their case and width; a renaming leaves them; two of one name both get in", async () => {
    const save = (person: Record<string, unknown>, more = {}) =>
      savePerson(db, ottoline(), { person: { role: "operator", ...person }, password: PASSWORD, ...more });
    const twin = `Alba ${site}`;
    await save({ id: "alba", name: twin });
    await save({ id: "Alba", name: twin });
    const names = await signInNames(site);
    expect([names.get("alba"), names.get("Alba")]).toEqual(
      [twin.toLowerCase(), "alba"].map((name) => expect.stringContaining(name.slice(0, 4))),
    );
    expect(new Set(names.values()).size).toBe(names.size);
    for (const name of names.values()) expect((await enter(`  ${name.toUpperCase()} `, PASSWORD)).role).toBe("operator");
    await savePerson(db, ottoline(), { person: { id: "alba", name: `Alba Renamed ${site}`, role: "operator" } });
    expect((await enter(twin, PASSWORD)).role).toBe("operator");
    await expect(save({ id: "third", name: "Third" }, { signInName: ` ${twin.toUpperCase()}` })).rejects.toMatchObject({ status: 409 });
    expect((await signInNames(site)).has("third")).toBe(false);
    await expect(save({ id: "blank", name: "   " })).rejects.toMatchObject({ status: 400 });
  });
  test("a double click on Save is one person, and no fault of ours", async () => {
    const save = () =>
      savePerson(db, ottoline(), {
        person: { id: "pim", name: `Pim ${site}`, role: "operator" },
        password: PASSWORD,
        signInName: `pim ${site}`,
      });
    const clicks = await Promise.allSettled([save(), save(), save()]);
    expect(clicks.some(({ status }) => status === "fulfilled")).toBe(true);
    // What loses is told that the same was saved at this moment (409), or that the name is taken.
    for (const each of clicks) if (each.status === "rejected") expect(isTwice(each.reason) || each.reason instanceof Refusal).toBe(true);
    expect((await signInNames(site)).get("pim")).toBe(`pim ${site}`);
    expect((await enter(`pim ${site}`, PASSWORD)).role).toBe("operator");
  });
  test("an archived person gets the answer of an unknown one, and no session", async () => {
    await withSignIn("bram");
    await savePerson(db, ottoline(), { person: { id: "bram", name: "Bram Teasel", role: "operator" }, archived: true });
    const wrong = await enter("nobody at all", PASSWORD).catch((error) => error.message);
    await expect(enter(named("bram"), PASSWORD)).rejects.toMatchObject({ status: 401, message: wrong });
  });
});

test("PINs that anybody would try first are refused, and one's own is changed by the old one", async () => {
  expect(["1234", "4321", "7890", "0000", "1212", "1987", "2026", "123456"].filter((pin) => !isEasyPin(pin))).toEqual([]);
  expect(["2580", "13579", "4071", "90210"].filter(isEasyPin)).toEqual([]);
  await withSignIn("bram");
  await setPin(actor("bram"), { person: "bram", pin: "2580" });
  await expect(setPin(actor("bram"), { person: "bram", pin: "8137" })).rejects.toMatchObject({ status: 403 });
  await expect(setPin(actor("bram"), { person: "bram", pin: "8137", old: "1111" })).rejects.toMatchObject({ status: 403 });
  await setPin(actor("bram"), { person: "bram", pin: "8137", old: "2580" });
  await setPin(ottoline(), { person: "bram", pin: "9146" });
});

test("pictures are what their first bytes say: SVG, GIF and TIFF are refused before they are decoded, and a viewer keeps none", async () => {
  const plain = sharp({ create: { width: 8, height: 8, channels: 3, background: "#888" } });
  const [jpeg, png, webp, gif, tiff] = await Promise.all([
    plain.clone().jpeg().toBuffer(),
    plain.clone().png().toBuffer(),
    plain.clone().webp().toBuffer(),
    plain.clone().gif().toBuffer(),
    plain.clone().tiff().toBuffer(),
  ]);
  expect([jpeg, png, webp].map(pictureKind)).toEqual(["jpeg", "png", "webp"]);
  const sender = { site, actor: actor("bram") };
  for (const good of [jpeg, png, webp]) expect((await addPicture(db, sender, good)).hash).toMatch(/^[0-9a-f]{64}$/);
  // Small to send, long to draw.
  const svg = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="8000" height="8000"><filter id="f"><feGaussianBlur stdDeviation="900"/></filter><rect width="8000" height="8000" filter="url(#f)"/></svg>`,
  );
  for (const bad of [svg, gif, tiff, Buffer.from("GIF89a"), new Uint8Array()]) {
    const started = performance.now();
    await expect(addPicture(db, sender, bad)).rejects.toMatchObject({ status: 400 });
    expect(performance.now() - started).toBeLessThan(500);
  }
  await expect(addPicture(db, { site, actor: actor("vera", "viewer") }, jpeg)).rejects.toMatchObject({ status: 403 });
});

test("a stuck lock stops writing with a true word, and never stops looking", async () => {
  const { db: mine, pool } = openDatabase(process.env.DATABASE_URL ?? "", 3, { lock_timeout: 300, statement_timeout: 2000 });
  const stuck = await pool.connect();
  await stuck.query("BEGIN");
  await stuck.query("SELECT seq FROM ledger_end WHERE site = $1 FOR UPDATE", [site]);
  const note = { id: uuidv7(), kind: "note", happenedAt: "2026-11-25T09:00:00.000Z", body: { text: "x" } };
  const sent = await Promise.allSettled(
    Array.from({ length: 6 }, () => record(mine, { site, actor: ottoline() }, { entries: [{ ...note, id: uuidv7() }] })),
  );
  expect(sent.map((each) => (each.status === "rejected" ? databaseTrouble(each.reason) : "kept"))).toEqual(Array(6).fill("busy"));
  const started = performance.now();
  expect((await board(mine, ottoline())).machines).toHaveLength(16);
  expect(performance.now() - started).toBeLessThan(5000);
  await stuck.query("ROLLBACK");
  stuck.release();
  expect(await record(mine, { site, actor: ottoline() }, { entries: [note] })).toMatchObject([{ result: "added" }]);
  await pool.end();
});

test("the application's role may not change the logbook; its owner, and a role with the right to, are known as what they are", async () => {
  const { DATABASE_URL: app = "", DATABASE_OWNER_URL: owner = "" } = process.env;
  expect(await mayChangeLedger(owner)).toBe(true);
  // With a database of one's own there may be one role for both.
  if (app === owner) return;
  expect(await mayChangeLedger(app)).toBe(false);
  await expect(db.execute(sql`UPDATE entry SET words = words`)).rejects.toThrow();
  const { db: owning, pool } = openDatabase(owner, 1);
  const role = new URL(app).username;
  await owning.execute(sql.raw(`GRANT DELETE ON entry TO "${role}"`));
  expect(await mayChangeLedger(app)).toBe(true);
  await owning.execute(sql.raw(`REVOKE DELETE ON entry FROM "${role}"`));
  expect(await mayChangeLedger(app)).toBe(false);
  await pool.end();
});
