/**
 * Which cells of a CSV a spreadsheet would run as a formula: they begin with one of these signs, narrow or wide, also behind white space.
 * For Papa Parse's `unparse`, which then writes an apostrophe before them.
 */
export const ESCAPE_FORMULAE = /^\s*[=+\-@\t\r＝＋－＠]/;
