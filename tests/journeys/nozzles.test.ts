import type { Locator, Page } from "playwright-core";
import sharp from "sharp";
import { expect, test } from "vitest";
import { type PrintedChannel, pictureOf } from "../../src/core/bench/print-check.ts";
import type { NozzlePattern } from "../../src/core/nozzles/pattern.ts";
import { cookieOf, FIRST, LAN, ledgerOf, onTheFloor, PHONE, send, signedIn } from "./browser.ts";

/** The nozzle desk as its users meet it: a check by picture, by taps and by keys, the ladder climbed, practice, bad input. */

const PER_MM = 7;
type Sheet = { pattern: NozzlePattern; width: number; height: number; file: Buffer };

/** A picture of a machine's printed check, made by physics, a little askew. */
async function sheetOf(machine: string, channels: Record<string, PrintedChannel>, margin = 10): Promise<Sheet> {
  const { body } = await send(`/api/patterns?machine=${machine}`, { cookie: await cookieOf("ottoline"), method: "GET" });
  const pattern = body as unknown as NozzlePattern;
  const [width, height] = [
    Math.round((pattern.sheet.width + 2 * margin) * PER_MM),
    Math.round((pattern.sheet.height + 2 * margin) * PER_MM),
  ];
  const [left, top, right, bottom] = [margin * PER_MM, margin * PER_MM, width - margin * PER_MM, height - margin * PER_MM];
  const { data } = pictureOf(
    pattern,
    { medium: [46, 46, 50], texture: 1, channels },
    {
      width,
      height,
      corners: [left, top, right, top + 12, right - 9, bottom, left + 6, bottom - 8],
      margin: 9,
      blur: 0.7,
      noise: 2,
      fall: 0.15,
    },
    3,
  );
  const file = await sharp(Buffer.from(data), { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
  return { pattern, width, height, file };
}

/** Taps a nozzle of the first channel's first row in the picture that was read. */
async function tap(canvas: Locator, { pattern, width, height }: Sheet, nozzle: number): Promise<void> {
  const [first] = pattern.channels;
  const box = await canvas.boundingBox();
  if (!first || !box) throw new Error("there is no picture to tap on");
  await canvas.click({
    position: {
      x: (((first.origin.x + nozzle * first.step.x + 10 + first.dash.length / 2) * PER_MM) / width) * box.width,
      y: (((first.origin.y + nozzle * first.step.y + 10) * PER_MM) / height) * box.height,
    },
  });
}

const lastSeq = async () => (await send("/api/board", { cookie: await cookieOf("ottoline"), method: "GET" })).body.seq;
const whiteOf = ({ pattern }: Sheet) => pattern.channels.find(({ ink }) => ink === "white")?.id ?? "";

/** One clean as What now wants it, and the check after it with so many missing in a channel, counted. */
async function cleanAndCheck(page: Page, machine: string, clean: RegExp, channel: string, missing: number): Promise<void> {
  const next = page.getByRole("region", { name: "Next" });
  await next.getByText(clean).waitFor();
  await next.getByRole("button", { name: "Clean done" }).click();
  await next.getByRole("button", { name: "Enter the check" }).click();
  await page.getByRole("button", { name: new RegExp(`^${channel}, `) }).click();
  await page.getByLabel(new RegExp(`^${channel}, [a-z ]+: out$`)).fill(String(missing));
  await page.getByRole("button", { name: new RegExp(`^${machine}: Other`) }).click();
  await page.getByRole("status").first().waitFor();
}

test("on a phone without a network: a check is read from its picture, corrected by two taps, judged, and four cleans lead to With care", async () => {
  const { page, context } = await onTheFloor("ilse", PHONE);
  const sheet = await sheetOf("pochard", {});
  const white = whiteOf(sheet);
  const poor = await sheetOf("pochard", { [white]: { missing: [30, 31, 32, 50, 52, 54, 56, 58, 60, 77], weak: [90] } });
  await page.goto(`${LAN}/floor#/check?machines=pochard`);
  const input = page.getByLabel("Pochard: a picture of its printed check");
  await input.waitFor({ state: "attached" });
  await context.setOffline(true);
  await input.setInputFiles({ name: "check.png", mimeType: "image/png", buffer: Buffer.from("no picture at all") });
  await page.getByRole("alert").getByText("no picture that can be decoded").waitFor();
  await input.setInputFiles({ name: "check.jpg", mimeType: "image/jpeg", buffer: poor.file });
  const read = page.getByRole("region", { name: "What was read" });
  await read.getByText(`${white} 10 out, 1 weak, 0 deflected; sure`).waitFor({ timeout: 60_000 });
  const first = poor.pattern.channels[0]?.id ?? "";
  const canvas = read.getByRole("img");
  await tap(canvas, poor, 0);
  await read.getByText(`${first} 1 out`).waitFor();
  await tap(canvas, poor, 4);
  await read.getByText(`${first} 2 out`).waitFor();
  await read.getByText("2 corrected by hand.").waitFor();
  await page.getByRole("button", { name: "Pochard: Enter what was read" }).click();
  await page.getByRole("status").getByText("Hold").first().waitFor();
  const counts = [7, 4, 3, 1];
  for (const [index, missing] of counts.entries()) {
    // Twelve in all, then fewer each time: three cleans on the lightest rung while they help, then the next.
    await cleanAndCheck(page, "Pochard", index < 3 ? /^Clean, light/ : /^Clean, normal/, white, missing);
    if (index < 3) await page.getByRole("status").getByText("Hold").first().waitFor();
  }
  await page.getByRole("status").getByText("With care").first().waitFor();
  await context.setOffline(false);
  await page.getByRole("link", { name: "all sent" }).waitFor({ timeout: 20_000 });
  const mine = (await ledgerOf("pochard")).slice(-9);
  expect(mine.map(({ kind }) => kind)).toEqual(["check", ...Array.from({ length: 4 }, () => ["care", "check"]).flat()]);
  expect(mine[0]?.body).toMatchObject({
    source: "scan",
    corrected: [
      { id: first, nozzle: 0, from: "good", to: "missing" },
      { id: first, nozzle: 4, from: "good", to: "missing" },
    ],
  });
  expect(mine.flatMap(({ body: { strength } }) => strength ?? [])).toEqual(["light", "light", "light", "normal"]);
  expect(mine.every(({ kind, body: { ml, minutes } }) => kind !== "care" || (Number(ml) > 0 && Number(minutes) > 0))).toBe(true);
  await context.close();
});

test("by keys alone nozzles are marked one by one, and the page of nozzles shows what changed", async () => {
  const { page, context, faults } = await signedIn("Ottoline Marsh");
  await page.goto(`${FIRST}/check?machines=plover`);
  await page.waitForLoadState("networkidle");
  await page.getByRole("button", { name: /^H1\/K, black: / }).press("Enter");
  await page.getByRole("button", { name: /^H1\/K.*Mark each$/ }).press("Enter");
  const lattice = page.getByRole("application", { name: /^H1\/K/ });
  await lattice.focus();
  for (const key of ["ArrowRight", "ArrowRight", " ", "ArrowDown", "w", "ArrowRight", "ArrowRight", "d"]) await page.keyboard.press(key);
  await page.getByRole("application", { name: /Nozzle 25: deflected$/ }).waitFor();
  for (const [what, count] of [
    ["out", "1"],
    ["weak", "1"],
    ["deflected", "1"],
  ])
    expect(await page.getByLabel(`H1/K, black: ${what}`, { exact: true }).inputValue()).toBe(count);
  await page.getByRole("button", { name: /^Plover: Other/ }).press("Enter");
  await page.getByRole("status").getByText("With care").first().waitFor();
  await page.goto(`${FIRST}/machines/plover/nozzles`);
  await page.getByRole("button", { name: "Compare two" }).click();
  const two = page.getByRole("dialog", { name: "Two checks" });
  await two.getByRole("row", { name: /H1\/K.*new 3, 23, 25/ }).waitFor();
  expect(faults).toEqual([]);
  await context.close();
});

test("a picture in which the sheet is not found is read by four corners, moved by keys", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
  const sheet = await sheetOf("pochard", {});
  const white = whiteOf(sheet);
  await page.goto(`${FIRST}/check?machines=pochard`);
  await page.waitForLoadState("networkidle");
  const blank = await sharp({ create: { width: 900, height: 700, channels: 3, background: "#333333" } })
    .png()
    .toBuffer();
  const input = page.getByLabel("Pochard: a picture of its printed check");
  await input.setInputFiles({ name: "blank.png", mimeType: "image/png", buffer: blank });
  const read = page.getByRole("region", { name: "What was read" });
  await read.getByText("the pattern was not found").waitFor({ timeout: 60_000 });
  await input.setInputFiles({ name: "check.jpg", mimeType: "image/jpeg", buffer: sheet.file });
  await read.getByText(`${white} 0 out, 0 weak, 0 deflected; sure`).waitFor({ timeout: 60_000 });
  await page.getByRole("button", { name: /show the sheet’s corners/ }).click();
  const corners = page.getByRole("region", { name: "The sheet’s corners" });
  const wanted = [
    [10 / (sheet.pattern.sheet.width + 20), 10 / (sheet.pattern.sheet.height + 20)],
    [1 - 10 / (sheet.pattern.sheet.width + 20), 10 / (sheet.pattern.sheet.height + 20)],
    [1 - 10 / (sheet.pattern.sheet.width + 20), 1 - 10 / (sheet.pattern.sheet.height + 20)],
    [10 / (sheet.pattern.sheet.width + 20), 1 - 10 / (sheet.pattern.sheet.height + 20)],
  ] as const;
  for (const [index, [x, y]] of wanted.entries()) {
    const handle = corners.getByRole("button", { name: /^The sheet’s .* (left|right):/ }).nth(index);
    await handle.evaluate((node) => node.scrollIntoView({ block: "center" }));
    const from = await handle.boundingBox();
    const field = await corners.getByRole("img", { name: "The picture" }).boundingBox();
    if (!from || !field) throw new Error("no corner to drag");
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(field.x + x * field.width, field.y + y * field.height, { steps: 4 });
    await page.mouse.up();
    await handle.press("ArrowRight");
  }
  await corners.getByRole("button", { name: "Read with these corners" }).click();
  await read.getByText(`${white} 0 out, 0 weak, 0 deflected; sure`).waitFor({ timeout: 60_000 });
  await context.close();
});

test("practice: a beginner brings a simulated machine to an end, and the record is as it was", async () => {
  const { page, context, faults } = await signedIn("Bram Teasel");
  const before = await lastSeq();
  await page.goto(`${FIRST}/nozzles/practice?machine=5`);
  await page.getByRole("button", { name: "Print a check" }).click();
  await page.getByRole("button", { name: "Read the picture" }).click();
  await page.getByRole("button", { name: /Enter what was read$/ }).click({ timeout: 60_000 });
  await page.getByRole("button", { name: "What comes next?" }).click();
  await page.getByText("Clean, light, all heads.").waitFor();
  await page.getByRole("button", { name: /^light/ }).click();
  await page.getByText(/^Done: Clean, light, all heads/).waitFor();
  // A second clean without a look is a wrong turn.
  await page.getByRole("button", { name: /^strong/ }).click();
  await page.getByRole("group", { name: "Or" }).getByRole("button").last().click();
  const end = page.getByRole("region", { name: "How it went" });
  await end.getByText(/2 cleans, 8 mL of ink/).waitFor();
  await end.getByText(/2 wrong turns/).waitFor();
  expect(await lastSeq()).toBe(before);
  expect(faults).toEqual([]);
  await context.close();
});

test("the check sheet's editor draws what is typed and says what is wrong with it; a file that is none is refused", async () => {
  const { page, context } = await signedIn("Ottoline Marsh");
  await page.goto(`${FIRST}/machines/plover/check-sheet`);
  await page.getByRole("img", { name: /^Check sheet of Plover: H1\/K with 120 nozzles/ }).waitFor();
  await page.getByLabel("H1/C: From left, mm").fill("12");
  await page
    .getByRole("alert")
    .getByText(/is in the same place as nozzle/)
    .waitFor();
  expect(await page.getByRole("button", { name: "Save" }).isDisabled()).toBe(true);
  await page.getByLabel("H1/C: From left, mm").fill("102");
  await page.getByLabel("H1/K: Nozzles").fill("1000000");
  await page
    .getByRole("alert")
    .getByText(/100,?000|must be/)
    .first()
    .waitFor();
  await page.getByLabel("H1/K: Nozzles").fill("100");
  await page.getByRole("img", { name: /^Check sheet of Plover: H1\/K with 100 nozzles/ }).waitFor();
  await page.getByRole("button", { name: "Save" }).click();
  await page.getByText("Check sheet of Plover saved.").waitFor();
  await page
    .getByLabel("A nozzle pattern as JSON")
    .setInputFiles({ name: "p.json", mimeType: "application/json", buffer: Buffer.from("{ no") });
  await page
    .getByRole("alert")
    .getByText(/p\.json is not readable JSON/)
    .waitFor();
  await context.close();
});
