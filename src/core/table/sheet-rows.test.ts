import { describe, expect, test } from "vitest";
import writeXlsx from "write-excel-file/node";
import { sheetRows } from "./sheet-rows.ts";

/** Sheets as they come: a CSV's true line numbers, a workbook written by an independent library. */

const bytes = (text: string) => new TextEncoder().encode(text);

describe("a sheet's rows", () => {
  test("keep their numbers where blank rows stand between them", async () =>
    expect((await sheetRows(bytes("a;b\n\n;\n1;2"), 10)).rows).toEqual([
      { line: 1, cells: ["a", "b"] },
      { line: 4, cells: ["1", "2"] },
    ]));
  test("of a workbook are its values: numbers stay numbers, dates are days; the first sheet that holds anything", async () => {
    const written = (await (writeXlsx as unknown as (data: unknown, options: unknown) => { toBuffer: () => Promise<Buffer> })(
      [
        [{ value: "Name" }, { value: "Since" }, { value: "Counter" }],
        [],
        [{ value: "Stint" }, { value: new Date("2024-04-03T00:00:00Z"), type: Date, format: "dd/mm/yyyy" }, { value: 40.21, type: Number }],
      ],
      { buffer: true },
    )) as unknown;
    const buffer = written instanceof Uint8Array ? written : await (written as { toBuffer: () => Promise<Buffer> }).toBuffer();
    const { rows, sheets, read } = await sheetRows(new Uint8Array(buffer), 10);
    expect(read).toEqual({ workbook: true });
    expect(sheets).toHaveLength(1);
    expect(rows.map(({ line, cells }) => [line, ...cells])).toEqual([
      [1, "Name", "Since", "Counter"],
      [3, "Stint", "2024-04-03", 40.21],
    ]);
  });
  test("that are none are refused with what to do; what unpacks to too much is not unpacked", async () => {
    await expect(sheetRows(bytes("PK\u0003\u0004 no archive"), 10)).rejects.toMatchObject({ status: 400 });
    await expect(sheetRows(bytes("a;b"), 10)).rejects.toMatchObject({ status: 400 });
    await expect(sheetRows(bytes("a\n1\n2\n3"), 2)).rejects.toMatchObject({ status: 413 });
    // A central directory header that claims 4 GB.
    const bomb = new Uint8Array(60);
    bomb.set([0x50, 0x4b, 0x03, 0x04]);
    bomb.set([0x50, 0x4b, 0x01, 0x02], 10);
    bomb.set([0xff, 0xff, 0xff, 0xff], 34);
    await expect(sheetRows(bomb, 10)).rejects.toMatchObject({ status: 413 });
  });
});
