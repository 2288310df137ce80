import { beforeEach, describe, expect, test } from "vitest";
import { at, freshHouse } from "../ledger/house.ts";
import { stock } from "../ledger/store-house.ts";
import { fireEvent, screen, sentBy, signedInAs, visit, within } from "./shop.tsx";

/** What a month cost, and what a job with solvent would do to a room's air. */

beforeEach(async () => {
  await freshHouse({ stores: true });
  await signedInAs("ottoline");
});

describe("a month's costs", () => {
  const euros = (text: string | null | undefined) => Number(/[\d,]+\.\d\d/.exec(text ?? "")?.[0]?.replaceAll(",", "") ?? 0);
  /** The sums of the machines, and that of all at the head of the page. */
  const sums = () => {
    const [head, ...rows] = screen.getAllByRole("row");
    const at = [...(head?.children ?? [])].map(({ textContent }) => textContent?.trim()).lastIndexOf("Sum");
    return {
      machines: rows.map((row) => euros(row.children[at]?.textContent)),
      all: euros(screen.getByRole("heading", { level: 1 }).textContent),
    };
  };
  test("add up: the last column of each machine to the sum, and what left the shelf is among them", async () => {
    await sentBy(
      "ottoline",
      stock("received", [{ item: "aqueous-cleaner", amount: 5000, unit: "mL", lot: "A1" }], {}, { happenedAt: at("07:00") }),
    );
    await visit("/stores/month?month=2026-11");
    const before = sums().all;
    await sentBy(
      "bram",
      stock("used", [{ item: "aqueous-cleaner", amount: 2000, unit: "mL", lot: "A1" }], {}, { machine: "sprat", happenedAt: at("08:00") }),
    );
    await visit("/stores/month?month=2026-11");
    const { all, machines } = sums();
    expect(machines.reduce((sum, each) => sum + each, 0)).toBeCloseTo(all, 1);
    expect(all).toBeGreaterThan(before);
  });
  test("of a month with nothing in it are nothing, and no value that is none", async () => {
    await visit("/stores/month?month=2026-02");
    expect(document.body.textContent).not.toMatch(/NaN|undefined|Infinity/);
  });
});

describe("a job with solvent", () => {
  const opened = async () => {
    const user = await visit("/stores/solvent?month=2026-11");
    await user.click(screen.getByRole("button", { name: "Check a job" }));
    return within(await screen.findByRole("dialog", { name: "What would a job do to the room’s air?" }));
  };
  const set = (form: ReturnType<typeof within>, label: string, value: string) =>
    fireEvent.change(form.getByLabelText(label), { target: { value } });
  test("that fills a room is said not to be done so; a drop of it is not", async () => {
    const form = await opened();
    set(form, "In", "1");
    set(form, "Evaporates", "50000");
    expect(form.getByText(/^Don’t do it like this\./)).toBeTruthy();
    set(form, "Evaporates", "1");
    set(form, "In", "480");
    expect(form.queryByText(/^Don’t do it like this\./)).toBeNull();
  });
  test("with nothing that evaporates is not judged", async () => {
    const form = await opened();
    set(form, "Evaporates", "0");
    expect(form.getByText(/Numbers must be above 0/)).toBeTruthy();
  });
});
