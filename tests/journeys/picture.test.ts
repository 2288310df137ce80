import sharp from "sharp";
import { expect, test } from "vitest";
import { pictureOf } from "../../src/core/bench/print-check.ts";
import type { NozzlePattern } from "../../src/core/nozzles/pattern.ts";
import { cookieOf, FIRST, PHONE, send, signedIn } from "./browser.ts";

/** A picture of a printed check, made by physics, taken in through a phone-sized window. */

test("a picture of a check is read, corrected by two taps, entered, and holds the machine; what is no picture is said to be none", async () => {
  const { body } = await send("/api/patterns?machine=pochard", { cookie: await cookieOf("ottoline"), method: "GET" });
  const pattern = body as unknown as NozzlePattern;
  const perMm = 7;
  const [width, height] = [Math.round((pattern.sheet.width + 20) * perMm), Math.round((pattern.sheet.height + 20) * perMm)];
  const [left, top, right, bottom] = [10 * perMm, 10 * perMm, width - 10 * perMm, height - 10 * perMm];
  const white = pattern.channels.find(({ ink }) => ink === "white")?.id ?? "";
  const { data } = pictureOf(
    pattern,
    { medium: [46, 46, 50], texture: 1, channels: { [white]: { missing: [30, 31, 32, 77], weak: [50] } } },
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
  const { page, context, faults } = await signedIn("Ottoline Marsh", { viewport: PHONE });
  await page.goto(`${FIRST}/check?machines=pochard`);
  // The part that reads pictures is fetched after the page; before it is there nothing listens.
  await page.waitForLoadState("networkidle");
  const input = page.getByLabel("Pochard: a picture of its printed check");
  await input.setInputFiles({ name: "check.png", mimeType: "image/png", buffer: Buffer.from("no picture at all") });
  await page.getByRole("alert").getByText("no picture that can be decoded").waitFor();
  await input.setInputFiles({ name: "check.jpg", mimeType: "image/jpeg", buffer: file });
  const read = page.getByRole("region", { name: "What was read" });
  await read.getByText(`${white} 4 missing, 1 weak, 0 deflected; sure`).waitFor({ timeout: 60_000 });
  // The first nozzle of the first channel stands here; two taps make it missing, then weak.
  const [first] = pattern.channels;
  const canvas = read.getByRole("img");
  const box = await canvas.boundingBox();
  if (!first || !box) throw new Error("there is no picture to tap on");
  const position = {
    x: (((first.origin.x + 10 + first.dash.length / 2) * perMm) / width) * box.width,
    y: (((first.origin.y + 10) * perMm) / height) * box.height,
  };
  await canvas.click({ position });
  await read.getByText(`${first.id} 1 missing, 0 weak`).waitFor();
  await canvas.click({ position });
  await read.getByText(`${first.id} 0 missing, 1 weak`).waitFor();
  await read.getByRole("button", { name: "Take these numbers, 2 taps corrected" }).click();
  expect(await page.getByLabel(new RegExp(`^${white}, white: missing$`)).inputValue()).toBe("4");
  await page.getByRole("button", { name: "Enter Pochard" }).click();
  await page.getByRole("status").getByText("Hold").first().waitFor();
  expect(faults).toEqual([]);
  await context.close();
});
