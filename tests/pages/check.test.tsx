import "./worker.ts";
import "./pictures.ts";
import sharp from "sharp";
import { beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { type Printing, pictureOf } from "../../src/core/bench/print-check.ts";
import { dashesOf, type NozzlePattern } from "../../src/core/nozzles/pattern.ts";
import { usualPattern } from "../../src/core/nozzles/usual-pattern.ts";
import type { Body } from "../../src/core/record/entries.ts";
import { savePattern } from "../../src/work/shop/patterns.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db } from "../ledger/database.ts";
import { freshHouse, ottoline, site } from "../ledger/house.ts";
import { entriesOf, fireEvent, screen, signedInAs, visit, waitFor, within } from "./shop.tsx";

/** A check by counts, nozzle by nozzle, and from a picture that is made by physics: the screens, the reader's own worker, the ledger. */

const PER_MM = 5;
const EDGE_MM = 12;
let pattern: NozzlePattern;
beforeAll(async () => {
  await freshHouse();
  const teal = (await loadShop(db, site)).machines.find(({ id }) => id === "teal");
  const usual = teal && usualPattern(teal);
  if (!usual) throw new Error("Teal has no channels");
  pattern = usual;
  await savePattern(db, ottoline(), "teal", pattern);
});
beforeEach(() => signedInAs("ottoline"));

/** A scan of Teal's sheet with faults in it, as a file. */
async function scan(channels: NonNullable<Printing["channels"]>): Promise<File> {
  const [width, height] = [pattern.sheet.width + 2 * EDGE_MM, pattern.sheet.height + 2 * EDGE_MM].map((mm) => Math.round(mm * PER_MM));
  const [left, right, top, bottom] = [EDGE_MM, pattern.sheet.width + EDGE_MM, EDGE_MM, pattern.sheet.height + EDGE_MM].map(
    (mm) => mm * PER_MM,
  ) as [number, number, number, number];
  const scene = { width: width ?? 0, height: height ?? 0, corners: [left, top, right, top, right, bottom, left, bottom] as const };
  const picture = pictureOf(pattern, { channels, medium: [245, 244, 240] }, scene, 5);
  const raw = { width: picture.width, height: picture.height, channels: 3 as const };
  return new File([new Uint8Array(await sharp(Buffer.from(picture.data), { raw }).png().toBuffer())], "check.png", { type: "image/png" });
}
const checks = async () => (await entriesOf("check")).map(({ body }) => body as Body<"check">);
/** Opens a channel's pad. */
const open = (user: Awaited<ReturnType<typeof visit>>, region: HTMLElement, channel = "H1/K") =>
  user.click(within(region).getByRole("button", { name: new RegExp(`^${channel}, `) }));
async function atTeal() {
  const user = await visit("/check?machines=teal");
  return { user, region: await screen.findByRole("region", { name: "Teal" }) };
}
/** An element's box: nothing is laid out here. */
const boxed = (element: Element, width: number, height: number) =>
  vi.spyOn(element, "getBoundingClientRect").mockReturnValue(new DOMRect(0, 0, width, height));
const channelOf = (body: Body<"check"> | undefined, id: string) => body?.channels.find((channel) => channel.id === id);

describe("by counts", () => {
  test("one press says that all fired; another time than now may be given", async () => {
    const { user, region } = await atTeal();
    fireEvent.change(within(region).getByLabelText(/^Done at/), { target: { value: "09:05" } });
    await user.click(within(region).getByRole("button", { name: /^Teal: / }));
    await screen.findByRole("link", { name: "Open the entry" });
    const [entry] = await entriesOf("check");
    expect(entry?.happenedAt).toEqual(new Date("2026-11-25T09:05:00.000Z"));
    const [body] = await checks();
    expect(body).toMatchObject({ source: "count" });
    expect(body?.channels.every(({ missing, weak, deflected }) => missing + weak + deflected === 0)).toBe(true);
  });

  test("what was counted outlives the page, and is gone once it is entered", async () => {
    const first = await atTeal();
    await open(first.user, first.region);
    await first.user.click(within(first.region).getByRole("button", { name: /^H1\/K, black: one more out/ }));
    const second = await atTeal();
    await open(second.user, second.region);
    expect(within(second.region).getByRole<HTMLInputElement>("textbox", { name: /^H1\/K, black: out/ }).value).toBe("1");
    await second.user.click(within(second.region).getByRole("button", { name: /^Teal: / }));
    await screen.findByRole("link", { name: "Open the entry" });
    expect(channelOf((await checks())[0], "H1/K")).toMatchObject({ missing: 1 });
    const third = await atTeal();
    expect(within(third.region).getByRole("button", { name: "H1/K, black: not marked" })).toBeTruthy();
  });

  test("several machines are chosen and checked in one pass", async () => {
    const user = await visit("/check");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Choose machines" }).disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: /^Teal/ }));
    await user.click(screen.getByRole("button", { name: /^Fathom/ }));
    await user.click(screen.getByRole("button", { name: "Check 2" }));
    expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/^Nozzle checks, 2 machines/);
    for (const name of ["Teal", "Fathom"]) expect(screen.getByRole("button", { name: `${name}: All fired` })).toBeTruthy();
  });
});

describe("nozzle by nozzle", () => {
  const lattice = async () => {
    const { user, region } = await atTeal();
    await open(user, region);
    await user.click(within(region).getByRole("button", { name: "H1/K, black: Mark each" }));
    return { user, region, field: await within(region).findByRole("application", { name: /^H1\/K/ }) };
  };
  const counted = (region: HTMLElement, kind: string) =>
    Number(within(region).getByRole<HTMLInputElement>("textbox", { name: `H1/K, black: ${kind === "missing" ? "out" : kind}` }).value);

  test("keys: arrows move, space goes round, letters say it, shift draws a run", async () => {
    const { user, region, field } = await lattice();
    field.focus();
    await user.keyboard(" ");
    expect(counted(region, "missing")).toBe(1);
    await user.keyboard(" ");
    expect([counted(region, "missing"), counted(region, "weak")]).toEqual([0, 1]);
    await user.keyboard("{ArrowDown}d");
    expect(field.getAttribute("aria-label")).toMatch(/Nozzle 21: deflected$/);
    await user.keyboard("{ArrowRight}m{Shift>}{ArrowRight}{ArrowRight}{/Shift}");
    expect([counted(region, "missing"), counted(region, "weak"), counted(region, "deflected")]).toEqual([3, 1, 1]);
    // Three in a row are side by side: that follows, it can't be said otherwise.
    expect(within(region).queryByRole("group", { name: /Neighbours/ })).toBeNull();
    await user.click(within(region).getByRole("button", { name: /^Teal: / }));
    await screen.findByRole("link", { name: "Open the entry" });
    const [body] = await checks();
    expect(body?.source).toBe("tap");
    expect(channelOf(body, "H1/K")).toMatchObject({ which: { missing: [21, 22, 23], weak: [0], deflected: [20] }, neighbours: true });
  });

  test("a tap marks one, a drag the run it goes over, and beside the field nothing", async () => {
    const { region, field } = await lattice();
    Object.assign(field, { setPointerCapture: () => {} });
    // Twenty columns and six rows, ten pixels each.
    boxed(field, 200, 60);
    fireEvent.pointerDown(field, { clientX: 35, clientY: 25 });
    fireEvent.pointerUp(field);
    expect(field.getAttribute("aria-label")).toMatch(/Nozzle 44: out$/);
    fireEvent.pointerDown(field, { clientX: 105, clientY: 5 });
    fireEvent.pointerMove(field, { clientX: 145, clientY: 5 });
    fireEvent.pointerUp(field);
    expect(counted(region, "missing")).toBe(1 + 5);
    fireEvent.pointerMove(field, { clientX: 195, clientY: 5 });
    fireEvent.pointerDown(field, { clientX: 250, clientY: 5 });
    expect(counted(region, "missing")).toBe(6);
  });
});

describe("from a picture", () => {
  const FAULTS = { "H1/K": { missing: [4, 5, 60] }, "H1/C": { missing: [100] } };
  const upload = async (file: File) => {
    const opened = await atTeal();
    const input = await within(opened.region).findByLabelText<HTMLInputElement>("Teal: a picture of its printed check");
    await opened.user.upload(input, file);
    return opened;
  };

  test("what is missing on it is found, a tap corrects, and the entry keeps both", async () => {
    const { user, region } = await upload(await scan(FAULTS));
    const read = await screen.findByRole("region", { name: "What was read" }, { timeout: 60_000 });
    const line = (id: string) => within(read).getByText(id, { selector: "li span" }).closest("li")?.textContent;
    expect(line("H1/K")).toMatch(/ 3 out, 0 weak, 0 deflected; sure$/);
    expect(line("H1/C")).toMatch(/ 1 out/);
    expect(line("H1/M")).toMatch(/ 0 out/);
    const canvas = within(read).getByRole("img", { name: "The picture with 4 marked nozzles" });
    const size = { width: pattern.sheet.width + 2 * EDGE_MM, height: pattern.sheet.height + 2 * EDGE_MM };
    boxed(canvas, size.width, size.height);
    const dash = dashesOf(pattern.channels.find(({ id }) => id === "H1/M") as NozzlePattern["channels"][number])[7];
    fireEvent.click(canvas, { clientX: EDGE_MM + (dash?.x ?? 0) + (dash?.length ?? 0) / 2, clientY: EDGE_MM + (dash?.y ?? 0) });
    expect(line("H1/M")).toMatch(/ 1 out/);
    // Far from any nozzle a tap is nothing.
    fireEvent.click(canvas, { clientX: 1, clientY: 1 });
    expect(read.textContent).toContain("1 corrected by hand.");
    expect(within(region).getByRole("button", { name: "Teal: Enter what was read" })).toBeTruthy();
    await user.click(within(region).getByRole("button", { name: /^Teal: / }));
    await screen.findByRole("link", { name: "Open the entry" });
    const [body] = await checks();
    expect(body).toMatchObject({ source: "scan", corrected: [{ id: "H1/M", nozzle: 7, from: "good", to: "missing" }] });
    expect(channelOf(body, "H1/K")?.which?.missing).toEqual(FAULTS["H1/K"].missing);
    expect(channelOf(body, "H1/M")?.which?.missing).toEqual([7]);
  });

  test("counted by hand after it, a channel has no places any more", async () => {
    const { user, region } = await upload(await scan(FAULTS));
    const read = await screen.findByRole("region", { name: "What was read" }, { timeout: 60_000 });
    expect(read).toBeTruthy();
    await open(user, region);
    await user.click(within(region).getByRole("button", { name: /^H1\/K, black: one more out/ }));
    await user.click(within(region).getByRole("button", { name: /^Teal: / }));
    await screen.findByRole("link", { name: "Open the entry" });
    const [body] = await checks();
    expect(channelOf(body, "H1/K")).toMatchObject({ missing: 4 });
    expect(channelOf(body, "H1/K")?.which).toBeUndefined();
    expect(channelOf(body, "H1/C")?.which?.missing).toEqual([100]);
  });

  test("the sheet's corners are shown by hand where it lies elsewhere; corners that cross are refused", async () => {
    const { user } = await upload(await scan(FAULTS));
    await screen.findByRole("region", { name: "What was read" }, { timeout: 60_000 });
    await user.click(screen.getByRole("button", { name: /show the sheet’s corners/ }));
    const corners = screen.getByRole("region", { name: "The sheet’s corners" });
    const corner = (name: string) => within(corners).getByRole("button", { name: new RegExp(`^The sheet’s ${name}`) });
    expect(corner("top left").getAttribute("aria-label")).toMatch(/12 % across, 12 % down/);
    fireEvent.keyDown(corner("top left"), { key: "ArrowRight", shiftKey: true });
    expect(corner("top left").getAttribute("aria-label")).toMatch(/14 % across/);
    const use = within(corners).getByRole<HTMLButtonElement>("button", { name: "Read with these corners" });
    expect(use.disabled).toBe(false);
    for (let step = 0; step < 44; step++) fireEvent.keyDown(corner("top left"), { key: "ArrowRight", shiftKey: true });
    expect(within(corners).getByRole("alert").textContent).toMatch(/can’t be right: /);
    expect(use.disabled).toBe(true);
    await user.click(within(corners).getByRole("button", { name: "Leave it" }));
    expect(await screen.findByRole("region", { name: "What was read" })).toBeTruthy();
  });

  test.each<[string, () => Promise<File>, RegExp]>([
    [
      "text that calls itself a picture",
      async () => new File(["this is text"], "check.png", { type: "image/png" }),
      /no picture that can be decoded/,
    ],
    [
      "a picture cut off",
      async () => new File([(await scan({})).slice(0, 4000)], "check.png", { type: "image/png" }),
      /cut off or damaged/,
    ],
    [
      "a picture of another kind",
      async () =>
        new File(
          [
            new Uint8Array(
              await sharp({ create: { width: 40, height: 40, channels: 3, background: "#fff" } })
                .gif()
                .toBuffer(),
            ),
          ],
          "check.png",
          {
            type: "image/png",
          },
        ),
      /This is a GIF; take a PNG or a JPEG/,
    ],
  ])("%s is refused in words, and counts can be entered by hand", async (_, file, words) => {
    const { user, region } = await upload(await file());
    await waitFor(() => expect(within(region).getAllByRole("alert")[0]?.textContent).toMatch(words));
    await user.click(within(region).getByRole("button", { name: /^Teal: / }));
    await screen.findByRole("link", { name: "Open the entry" });
    expect((await checks())[0]?.source).toBe("count");
  });

  test("a sheet of something else is not read as Teal's: a person has to look", async () => {
    const blank = await sharp({ create: { width: 800, height: 1000, channels: 3, background: "#f4f3ef" } })
      .png()
      .toBuffer();
    await upload(new File([new Uint8Array(blank)], "check.png", { type: "image/png" }));
    const read = await screen.findByRole("region", { name: "What was read" }, { timeout: 60_000 });
    expect(read.textContent).toMatch(/Look again before you enter it: /);
    expect(screen.getByRole("button", { name: "Teal: All fired" })).toBeTruthy();
  });
});
