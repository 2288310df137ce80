import sharp from "sharp";
import { uuidv7 } from "uuidv7";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { sealClaim } from "../../src/ui/floor/seal.ts";
import { putSignIn } from "../../src/work/access/auth.ts";
import { beginEnrolment, DEVICE_COOKIE, deviceOf, devicesOf, finishEnrolment, revokeDevice } from "../../src/work/access/devices.ts";
import { claimIsProven, pinsOf, putPin, sealingKey, setPin, signInByPin } from "../../src/work/access/pin.ts";
import { makeWall, revokeWall, wallsOf } from "../../src/work/board/wall.ts";
import { wallView } from "../../src/work/needs/wall-view.ts";
import { addPicture, picture } from "../../src/work/record/pictures.ts";
import { record } from "../../src/work/record/record.ts";
import { db } from "./database.ts";
import { actor, freshHouse, ottoline, site } from "./house.ts";

/** Shared tablets, PINs, the Wall and pictures over a real database. */

let number = 0;
const headersOf = (cookie: string) => new Headers({ cookie: `other=1; ${DEVICE_COOKIE}=${cookie}; more=2` });
const address = () => `192.0.2.${number++}`;

beforeAll(() => {
  process.env.ZESTY_SECRET ??= "a secret of the tests' own, long enough to sign with";
});
beforeEach(async () => {
  await freshHouse();
});
async function withPin(person: string, pin: string): Promise<void> {
  await putSignIn(site, { id: person, name: `${person} of ${site}` }, { password: "a-long-password" });
  await putPin(site, person, pin);
}

describe("enrolling a tablet", () => {
  test("a code counts once and for 15 minutes; the key is known again, any other is not; taken out, it is a stranger", async () => {
    const { id, code } = await beginEnrolment(ottoline(), { name: "Hall" });
    expect(code).toMatch(/^[A-HJ-NP-Z2-9]{8}$/);
    expect(await devicesOf(ottoline())).toMatchObject([{ id, name: "Hall", waiting: true }]);
    const { cookie } = await finishEnrolment({ code: ` ${code.toLowerCase().slice(0, 4)}-${code.slice(4)} ` }, address());
    expect(await deviceOf(headersOf(cookie))).toEqual({ id, name: "Hall", site });
    await expect(finishEnrolment({ code }, address())).rejects.toThrow("unknown");
    for (const wrong of [`${id}.nonsense`, `tablet-none.${cookie.split(".")[1]}`, id, "", "..", "a".repeat(5000)])
      expect(await deviceOf(headersOf(wrong))).toBeUndefined();
    expect(await deviceOf(new Headers())).toBeUndefined();
    await revokeDevice(ottoline(), id);
    expect(await deviceOf(headersOf(cookie))).toBeUndefined();
    expect(await devicesOf(ottoline())).toEqual([]);
  });
  test("a code that is too old, guessed, or asked for by an operator", async () => {
    const { code } = await beginEnrolment(ottoline(), { name: "Hall" });
    process.env.ZESTY_NOW = "2026-11-25T09:26:00Z";
    await expect(finishEnrolment({ code }, address())).rejects.toThrow("15 minutes are over");
    await expect(beginEnrolment(actor("bram"), { name: "Mine" })).rejects.toThrow("operator may not");
    const guesser = address();
    for (let guess = 0; guess < 10; guess++) await expect(finishEnrolment({ code: `AAAA${guess}` }, guesser)).rejects.toThrow("unknown");
    await expect(finishEnrolment({ code: "AAAAAAAA" }, guesser)).rejects.toThrow("Too many");
  });
});

describe("PINs", () => {
  test("one's own, or anybody's by a supervisor; four to eight digits, not all the same", async () => {
    await putSignIn(site, { id: "bram", name: `bram of ${site}` }, { password: "a-long-password" });
    await setPin(actor("bram"), { person: "bram", pin: "2580" });
    expect(await pinsOf(site)).toEqual(new Set(["bram"]));
    await expect(setPin(actor("ilse"), { person: "bram", pin: "2580" })).rejects.toThrow("operator may not");
    await setPin(ottoline(), { person: "bram", pin: "13579" });
    for (const pin of ["123", "123456789", "12a4", "", "４４４４"])
      await expect(setPin(ottoline(), { person: "bram", pin })).rejects.toThrow("4 to 8 digits");
    await expect(setPin(ottoline(), { person: "bram", pin: "7777" })).rejects.toThrow("guessed");
    await expect(setPin(ottoline(), { person: "ilse", pin: "2580" })).rejects.toThrow("no sign-in yet");
  });
  test("opens a session at an enrolled tablet; a wrong one does not, and too many close it for a while", async () => {
    await withPin("bram", "2580");
    const device = { id: `tablet-${site}`, name: "Hall", site };
    const response = await signInByPin(device, { person: "bram", pin: "2580" }, new Headers());
    expect(response.status).toBe(200);
    expect(response.headers.getSetCookie().join()).toContain("zesty.session_token=");
    for (let guess = 0; guess < 8; guess++)
      await expect(signInByPin(device, { person: "bram", pin: `100${guess}` }, new Headers())).rejects.toThrow("does not fit");
    await expect(signInByPin(device, { person: "bram", pin: "2580" }, new Headers())).rejects.toThrow("Too many");
  });
  test("typed without a network it is sealed by the browser's own cryptography, opened by the server's, and good for one person and one claim", async () => {
    await withPin("bram", "2580");
    await withPin("ilse", "2580");
    const device = { id: `tablet-${site}`, name: "Hall", site };
    const key = await sealingKey();
    expect(await sealingKey()).toBe(key);
    const claim = await sealClaim(key, "bram", "2580");
    expect(claim.sealed).not.toContain("2580");
    expect(await claimIsProven(device, claim)).toBe(true);
    expect(await claimIsProven(device, { ...claim, person: "ilse" })).toBe(false);
    expect(await claimIsProven(device, { ...claim, id: uuidv7() })).toBe(false);
    expect(await claimIsProven(device, await sealClaim(key, "bram", "2581"))).toBe(false);
    expect(await claimIsProven(device, { ...claim, sealed: "bm8gc2VhbA==" })).toBe(false);
  });
  test("entries of a tablet carry how it is known who acted; an unproven claim opens nothing beyond an operator's work", async () => {
    await withPin("ottoline", "2580");
    const device = { id: "tablet-x", name: "Hall", site };
    const key = await sealingKey();
    const [right, wrong] = [await sealClaim(key, "ottoline", "2580"), await sealClaim(key, "ottoline", "1111")];
    const release = (claim: string) => ({
      id: uuidv7(),
      kind: "release",
      machine: "sprat",
      person: "ottoline",
      claim,
      happenedAt: "2026-11-25T09:00:00.000Z",
      body: { until: "2026-11-25T12:00:00.000Z", reason: "one colour only" },
    });
    const note = { ...release(wrong.id), id: uuidv7(), kind: "note", body: { text: "seen" } };
    const answers = await record(db, { site, device }, { entries: [release(wrong.id), release(right.id), note], claims: [right, wrong] });
    expect(answers.map(({ result }) => result)).toEqual(["refused", "added", "added"]);
    expect(answers[0]?.message).toContain("PIN did not fit");
    expect(answers[2]?.message).toContain("marked so");
    const nobody = await record(db, { site, device }, { entries: [{ ...note, id: uuidv7(), claim: undefined }] });
    expect(nobody[0]?.result).toBe("waits");
  });
});

describe("the Wall", () => {
  test("shows the Board at its secret address, nothing at any other, and nothing once it is taken back", async () => {
    const { path } = await makeWall(ottoline(), { name: "Hall" });
    const token = path.replace("/wall/", "");
    expect((await wallView(token)).board.machines).toHaveLength(16);
    await expect(wallView(`${token}x`)).rejects.toThrow("no longer good");
    await expect(wallView("")).rejects.toThrow("no longer good");
    const [wall] = await wallsOf(ottoline());
    expect(JSON.stringify(wall)).not.toContain(token);
    await revokeWall(ottoline(), wall?.id ?? "");
    await expect(wallView(token)).rejects.toThrow("no longer good");
    await expect(makeWall(actor("bram"), { name: "Mine" })).rejects.toThrow("operator may not");
  });
});

describe("pictures", () => {
  const sender = () => ({ site, actor: actor("bram") });
  test("are made small and upright, kept once under the hash of what was sent", async () => {
    const sideways = await sharp({ create: { width: 3000, height: 1000, channels: 3, background: "#884422" } })
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const { hash } = await addPicture(db, sender(), sideways);
    expect(await addPicture(db, sender(), sideways)).toEqual({ hash });
    const kept = await picture(db, sender(), hash);
    const { width, height, format } = await sharp(kept.bytes).metadata();
    expect({ width, height, format }).toEqual({ width: 533, height: 1600, format: "jpeg" });
  });
  test.each(["no picture", "", "GIF89a", "<svg xmlns='http://www.w3.org/2000/svg'><script>1</script></svg>x"])(
    "“%s” is refused",
    async (text) => {
      await expect(addPicture(db, sender(), new TextEncoder().encode(text))).rejects.toThrow("no picture");
    },
  );
  test("another shop's are not shown", async () => {
    const { hash } = await addPicture(
      db,
      sender(),
      await sharp({ create: { width: 8, height: 8, channels: 3, background: "#fff" } })
        .png()
        .toBuffer(),
    );
    await freshHouse();
    await expect(picture(db, sender(), hash)).rejects.toThrow("no such picture");
    await expect(picture(db, sender(), "../../etc/passwd")).rejects.toThrow("no such picture");
  });
});
