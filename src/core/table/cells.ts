import { isoDay, readDay, spokenDay } from "../calendar/day.ts";
import { CLASS_WORDS, INK_WORDS, MONTH_WORDS, plain, WEEKDAY_GROUPS, WEEKDAY_WORDS } from "./words.ts";

/** What stands in a cell of a shop's own table. What can be read in two ways is asked about, never guessed. Pure. */

/** A cell as the file has it: text, or a number where the sheet says that it is one. */
export type Cell = string | number;

/** What a whole table settles for its cells. */
export type Style = {
  /** How 03/04/24 is read. */
  dates?: "day-first" | "month-first";
  /** Which mark stands before the decimals: how 40.210 and 40,210 are read. */
  decimals?: "point" | "comma";
};
export type Asked = keyof Style;
/** A value; or what is wrong with the text; or what must be settled before it can be read. */
export type Taken<Value> = { value: Value; note?: string } | { fault: string } | { ask: Asked; fault: string };

const textOf = (cell: Cell): string => String(cell).trim();

// — Numbers —

const GROUPED_POINT = /^\d{1,3}(\.\d{3})+$/;
const GROUPED_COMMA = /^\d{1,3}(,\d{3})+$/;

/** A number without the marks that only group its digits: blanks and apostrophes always, point or comma as the table has them. */
export function numberIn(cell: Cell, style: Style = {}): Taken<number> {
  if (typeof cell === "number") return Number.isFinite(cell) ? { value: cell } : { fault: "Not a number" };
  const bare = textOf(cell).replace(/[\s\u00a0\u202f'’]/g, "");
  const is = marksOf(bare);
  if (is === "none") return { fault: "Not a number" };
  const decimals = is === "either" ? "point" : is === "open" ? style.decimals : is;
  if (!decimals) {
    const [grouped, exact] = [Number(bare.replace(/[.,]/g, "")), Number(bare.replace(",", "."))];
    return { ask: "decimals", fault: `${grouped} or ${exact}?` };
  }
  const [group, point] = decimals === "point" ? [",", "."] : [".", ","];
  return { value: Number(bare.replaceAll(group, "").replace(point, ".")) };
}

/** How a number is written: by which decimal mark, either where it has none, `open` where one mark before three digits may be both. */
function marksOf(bare: string): "point" | "comma" | "either" | "open" | "none" {
  if (/^-?\d+$/.test(bare)) return "either";
  if (/^0?[.,]\d+$/.test(bare)) return bare.includes(".") ? "point" : "comma";
  if (GROUPED_POINT.test(bare)) return bare.split(".").length > 2 ? "comma" : "open";
  if (GROUPED_COMMA.test(bare)) return bare.split(",").length > 2 ? "point" : "open";
  if (/^-?(\d+|\d{1,3}(,\d{3})+)\.\d+$/.test(bare)) return "point";
  if (/^-?(\d+|\d{1,3}(\.\d{3})+),\d+$/.test(bare)) return "comma";
  return "none";
}

/** The decimal mark that a column's own numbers settle; `undefined` where none does, or they contradict each other. */
export function decimalsOf(cells: readonly Cell[]): Style["decimals"] {
  const found = new Set<string>(
    cells.flatMap((cell) => (typeof cell === "string" ? [marksOf(cell.replace(/[\s\u00a0\u202f'’]/g, ""))] : [])),
  );
  const [point, comma] = [found.has("point"), found.has("comma")];
  return point === comma ? undefined : point ? "point" : "comma";
}

// — Days —

const SLASHED = /^(\d{1,2})\s*[/-]\s*(\d{1,2})\s*[/-]\s*(\d{4}|\d{2})$/;
const DOTTED = /^(\d{1,2})\.\s*(\d{1,2})\.\s*(\d{4}|\d{2})$/;
const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ].*)?$/;
/** Serial days of a spreadsheet count from 30 December 1899 (ECMA-376, 1900 date base, for days after February 1900). */
const SERIAL_ZERO = -25_569;
const [FIRST_SERIAL, LAST_SERIAL] = [25_569, 73_050];
/** A year of two digits up to this many years ahead is of this century. */
const YEARS_AHEAD = 10;

/**
 * A day, from `2026-11-25`, `25/11/2026`, `25.11.26`, `3 March 2024`, `März 2024`, a serial day of a spreadsheet.
 * @param today the day that two-digit years are read by
 * @example dayIn("3. März 2024", 20_782) // { value: "2024-03-03" }
 */
export function dayIn(cell: Cell, today: number, style: Style = {}): Taken<string> {
  const text = textOf(cell);
  const none = { fault: "No such day; expected one like 2026-11-25" };
  const made = (year: string, month: number | string, day: number | string): Taken<string> => {
    const iso = `${yearOf(year, today)}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
    return readDay(iso) === undefined ? none : { value: iso };
  };
  const [, year = "", month = "", day = ""] = YEAR_FIRST.exec(text) ?? [];
  if (year) return made(year, month, day);
  if (/^\d{5}(\.\d+)?$/.test(text)) {
    const serial = Math.floor(Number(text));
    return serial >= FIRST_SERIAL && serial <= LAST_SERIAL
      ? { value: isoDay(serial + SERIAL_ZERO), note: "a spreadsheet’s day number" }
      : none;
  }
  const dotted = DOTTED.exec(text);
  if (dotted) return made(dotted[3] ?? "", dotted[2] ?? "", dotted[1] ?? "");
  const slashed = SLASHED.exec(text);
  if (slashed) {
    const [, first = "", second = "", of = ""] = slashed;
    const order = orderOf(first, second) ?? style.dates;
    if (order === "month-first") return made(of, first, second);
    if (order === "day-first") return made(of, second, first);
    const [one, other] = [made(of, second, first), made(of, first, second)];
    return { ask: "dates", fault: `${saidOf(one)} or ${saidOf(other)}?` };
  }
  return namedDay(text, made) ?? none;
}

/** A day in few words. @example dayWords("2024-04-03") // "3 Apr 2024" */
export const dayWords = (iso: string) => `${spokenDay(readDay(iso) ?? 0).replace(/^\S+ /, "")} ${iso.slice(0, 4)}`;
const saidOf = (taken: Taken<string>) => ("value" in taken ? dayWords(taken.value) : "no day");
const yearOf = (text: string, today: number) => {
  if (text.length === 4) return text;
  const latest = Number(isoDay(today).slice(0, 4)) + YEARS_AHEAD;
  const full = Math.floor(latest / 100) * 100 + Number(text);
  return String(full > latest ? full - 100 : full);
};
/** Which comes first, where the numbers alone say it. The same number twice is the same either way. */
function orderOf(first: string, second: string): Style["dates"] | undefined {
  if (Number(first) > 12 || first === second) return "day-first";
  return Number(second) > 12 ? "month-first" : undefined;
}

/** `3. März 2024`, `March 3, 2024`, `3-Mar-24`; a month alone is its first day, and that is said. */
function namedDay(text: string, made: (year: string, month: number, day: string | number) => Taken<string>): Taken<string> | undefined {
  const parts = plain(text.replaceAll(",", " "))
    .split(" ")
    .filter((part) => !["de", "del", "of", "den", "le", "di", "the"].includes(part));
  const at = parts.findIndex((part) => MONTH_WORDS.has(part));
  const month = MONTH_WORDS.get(parts[at] ?? "");
  if (month === undefined) return undefined;
  const rest = parts.filter((_, index) => index !== at).map((part) => part.replace(/^(\d{1,2})(st|nd|rd|th|er|º|ª)$/, "$1"));
  if (!rest.every((part) => /^\d+$/.test(part))) return undefined;
  const [first = "", second = ""] = rest;
  if (rest.length === 1 && first.length === 4) {
    const taken = made(first, month, 1);
    return "value" in taken ? { ...taken, note: "the month’s first day, since no day is given" } : taken;
  }
  if (rest.length !== 2) return undefined;
  // The year comes last, or is the one with four digits.
  return first.length === 4 ? made(first, month, second) : made(second, month, first);
}

/** The order that a column's own dates settle; `undefined` where none does, or they contradict each other. */
export function datesOf(cells: readonly Cell[]): Style["dates"] {
  const found = new Set(
    cells.flatMap((cell) => {
      const slashed = SLASHED.exec(textOf(cell));
      return slashed && slashed[1] !== slashed[2] ? [orderOf(slashed[1] ?? "", slashed[2] ?? "") ?? "open"] : [];
    }),
  );
  const [dayFirst, monthFirst] = [found.has("day-first"), found.has("month-first")];
  return dayFirst === monthFirst ? undefined : dayFirst ? "day-first" : "month-first";
}

// — Weekdays —

/** Days of the week, 1 (Monday) to 7: `Mo-Fr`, `1-5`, `Mon–Fri`, `lun a vie`, `Mon, Wed`, `12345`, `daily`. */
export function weekdaysIn(cell: Cell): Taken<number[]> {
  const text = textOf(cell);
  const fault = { fault: "Which days? Like Mon–Fri or 1-5" };
  const group = WEEKDAY_GROUPS.get(plain(text));
  if (group) return { value: [...group] };
  const digits = text.replace(/[\s,;/+&]/g, "");
  if (/^[1-7]+$/.test(digits)) return { value: inOrder([...digits].map(Number)) };
  const days = new Set<number>();
  // A range first; what stands between its ends is one of the marks or words for “to”.
  const marked = text
    .toLowerCase()
    .replace(/[–—−]/g, "-")
    .replace(/(^|[\s.])(to|bis|a|à|al|au|tot|t\/m|through|thru|até)(?=[\s.])/g, " - ")
    .replace(/\s*\.?\s*-\s*/g, "-");
  for (const piece of marked.split(/[\s,;/+&]+|\b(?:and|und|y|et|e|en)\b/).filter(Boolean)) {
    const ends = piece.split("-").map((word) => (/^[1-7]$/.test(word) ? Number(word) : WEEKDAY_WORDS.get(plain(word))));
    const [from, to] = [ends[0], ends.length === 1 ? ends[0] : ends[1]];
    if (from === undefined || to === undefined || ends.length > 2) return fault;
    for (let day = from; ; day = (day % 7) + 1) {
      days.add(day);
      if (day === to) break;
    }
  }
  return days.size ? { value: inOrder([...days]) } : fault;
}
const inOrder = (days: number[]) => [...new Set(days)].sort();

// — Inks —

const SEPARATORS = /[,;|+&]/;
/** The inks of each head in order, heads parted by slashes: `CMYK / WW`, `schwarz, cyan`, `CMYK+W`, `light cyan`. */
export function inksIn(cell: Cell): Taken<string[][]> {
  const heads: string[][] = [];
  for (const head of textOf(cell).split(/[/\n]/)) {
    const inks: string[] = [];
    for (const piece of head
      .split(SEPARATORS)
      .map((part) => part.trim())
      .filter(Boolean)) {
      const found = inksOfPiece(piece);
      if (!found) return { fault: `“${piece.slice(0, 40)}” is no known ink; expected something like K C M Y / W W` };
      inks.push(...found);
    }
    if (inks.length === 0) return { fault: "A head has no inks; expected something like K C M Y / W W" };
    heads.push(inks);
  }
  return { value: heads };
}
function inksOfPiece(piece: string): string[] | undefined {
  const whole = INK_WORDS.get(plain(piece));
  if (whole) return [whole];
  // `2x white`, `2 white`, `white x2`
  const times =
    /^(\d)\s*[x×*]?\s*(\D+)$/i.exec(piece) ??
    /^(\D+?)\s*[x×*]\s*(\d)$/i.exec(piece)?.map((part, at, all) => (at === 1 ? all[2] : at === 2 ? all[1] : part));
  if (times) {
    const each = inksOfPiece(String(times[2]).trim());
    return each && Array.from({ length: Number(times[1]) }, () => each).flat();
  }
  const words = piece.split(/\s+/);
  if (words.length > 1) {
    const all: string[] = [];
    for (let at = 0; at < words.length; at++) {
      const two = INK_WORDS.get(plain(`${words[at]} ${words[at + 1] ?? ""}`));
      const found = two ? [two] : inksOfPiece(words[at] ?? "");
      if (!found) return undefined;
      if (two) at++;
      all.push(...found);
    }
    return all;
  }
  // Letters run together: CMYK, CMYKWW, CMYKLcLm.
  const letters = piece.match(/L[ckm]|l[ckm](?=[A-Z]|$)|[cmykwvrgbo]/gi);
  if (!letters || letters.join("") !== piece || !/^[A-Z]/.test(piece)) return undefined;
  const inks = letters.map((letter) => INK_WORDS.get(letter.toLowerCase()));
  return inks.every((ink): ink is Exclude<typeof ink, undefined> => ink !== undefined) ? inks : undefined;
}

// — Words of a list —

/** A class, with its family where the words say it. */
export function classIn(cell: Cell): Taken<{ class: string; family?: string }> {
  const text = plain(textOf(cell));
  const found = CLASS_WORDS.get(text) ?? CLASS_WORDS.get(text.replace(/ (printer|drucker|machine|maschine|impresora|system)$/, ""));
  return found ? { value: found } : { fault: "Not one of dtf, dtg, uv, wide, cij" };
}

/** One of a list of words by what people call it; the text itself, as an id, where it is not known. */
export const wordIn = (cell: Cell, words: ReadonlyMap<string, string>): string =>
  words.get(plain(textOf(cell))) ?? textOf(cell).toLowerCase().replace(/\s+/g, "-");

/** Several of a list, parted by commas, semicolons, bars or lines; by blanks too, where the pieces are not known whole. */
export function listIn(cell: Cell, words: ReadonlyMap<string, string>): string[] {
  const pieces = textOf(cell)
    .split(/[,;|/+&\n]/)
    .map((piece) => piece.trim())
    .filter(Boolean);
  return [
    ...new Set(
      pieces.flatMap((piece) =>
        words.has(plain(piece)) ? [words.get(plain(piece)) as string] : piece.split(/\s+/).map((word) => wordIn(word, words)),
      ),
    ),
  ];
}
