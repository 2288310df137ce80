import Papa from "papaparse";
import { Refusal } from "../shop/refusal.ts";

export type Sheet = { encoding: string; separator: string; headings: string[]; rows: string[][] };

/** What bytes 0x80 to 0x9F are in Windows-1252 (WHATWG Encoding Standard, index windows-1252); this runtime's own decoder takes them for Latin-1. */
const WESTERN = "€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ";
const western = (bytes: Uint8Array): string =>
  new TextDecoder("latin1").decode(bytes).replace(/[\u0080-\u009f]/g, (sign) => WESTERN[sign.charCodeAt(0) - 0x80] ?? sign);

/** A CSV file's bytes as text: UTF-8 or UTF-16 by its mark, else the old Western code page, which is then said. */
export function sheetText(bytes: Uint8Array): { text: string; encoding: string } {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return { text: new TextDecoder("utf-16le").decode(bytes), encoding: "UTF-16" };
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return { text: new TextDecoder("utf-16be").decode(bytes), encoding: "UTF-16" };
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "UTF-8" };
  } catch {
    return { text: western(bytes), encoding: "Windows-1252" };
  }
}

/** The separator is guessed by so many rows. */
const GUESSED_BY_ROWS = 50;

/**
 * A CSV file as rows of cells, with or without its blank rows.
 * @throws Refusal 400 where it is no text, or a quote is never closed
 */
export function parsedSheet(bytes: Uint8Array, skipBlank: boolean): { encoding: string; separator: string; data: string[][] } {
  const { text, encoding } = sheetText(bytes);
  if (text.includes("\u0000")) throw new Refusal(400, "This is no table of text. Save the sheet as CSV or .xlsx, then choose that file.");
  // Blank rows would lead its guess of the separator astray.
  const { delimiter } = Papa.parse<string[]>(text, { skipEmptyLines: "greedy", preview: GUESSED_BY_ROWS }).meta;
  const { data, errors, meta } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: skipBlank ? "greedy" : false });
  const quotes = errors.find(({ type }) => type === "Quotes");
  if (quotes)
    throw new Refusal(400, "This table can't be read; nothing was changed.", [
      { path: `line ${(quotes.row ?? 0) + 1}`, message: `${quotes.message}; expected each opening quote to be closed` },
    ]);
  return { encoding, separator: meta.delimiter === "\t" ? "tab" : meta.delimiter, data };
}

/**
 * A CSV file as headings and rows; blank rows are left out.
 * @throws Refusal 400 where it is no text, or a quote is never closed; 413 where it has more than `mostRows`
 * @example readSheet(new TextEncoder().encode("a;b\n1;2"), 10).rows // [["1", "2"]]
 */
export function readSheet(bytes: Uint8Array, mostRows: number): Sheet {
  const { encoding, separator, data } = parsedSheet(bytes, true);
  const [headings, ...rows] = data;
  if (!headings || rows.length === 0) throw new Refusal(400, "This table has no rows below its headings.");
  if (rows.length > mostRows) throw new Refusal(413, `This table has ${rows.length} rows; at most ${mostRows} are read at once.`);
  return { encoding, separator, headings, rows };
}
