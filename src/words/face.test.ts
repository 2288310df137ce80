import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { describe, expect, test } from "vitest";

/** What holds the face together: controls come from the kit, words from the catalogue. */

/** Shows the kit's parts with words of its own, in development alone. */
const KIT_PAGE = "src/ui/kit/kit-page.tsx";
/** Tables that are charts or paper: their cells are drawn, or written on by hand. */
const DRAWN_TABLES = [
  "src/ui/kit/table.tsx",
  "src/ui/kit/calendar.tsx",
  "src/ui/print/print-page.tsx",
  "src/ui/board/board.tsx",
  "src/ui/plan/month-page.tsx",
  "src/ui/plan/week-page.tsx",
  "src/ui/plan/month-sheet.tsx",
  "src/ui/paper/printed-sheet.tsx",
];

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : path.endsWith(".tsx") && !path.endsWith(".test.tsx") ? [path] : [];
  });
const screens = [...filesIn("src/ui"), ...filesIn("src/app")].filter((path) => path !== KIT_PAGE);

const LETTERS = /\p{L}{2,}/u;
/** Attributes that a person reads or hears. */
const READ = ["aria-label", "label", "title", "placeholder", "alt", "hint", "name"];
/** Units and signs are the same in each language. */
const SAME_EVERYWHERE = /^(mL|min|mm|kg|g|L|h|s|mL\/min|°C|%|SVG|JSON|CSV)$/;

type Found = { native: string[]; words: string[]; titles: string[] };

function look(path: string, text: string): Found {
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: Found = { native: [], words: [], titles: [] };
  const at = (node: ts.Node) => `${path}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`;
  const textOf = (node: ts.Node | undefined): string[] =>
    !node
      ? []
      : ts.isStringLiteralLike(node)
        ? [node.text]
        : ts.isTemplateExpression(node)
          ? [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)]
          : ts.isConditionalExpression(node)
            ? [...textOf(node.whenTrue), ...textOf(node.whenFalse)]
            : ts.isJsxExpression(node)
              ? textOf(node.expression)
              : [];
  const saidBy = (node: ts.Node, texts: readonly string[]) => {
    for (const text of texts) if (LETTERS.test(text) && !SAME_EVERYWHERE.test(text.trim())) found.words.push(`${at(node)} ${text.trim()}`);
  };
  const visit = (node: ts.Node): void => {
    if (ts.isJsxElement(node) && node.openingElement.tagName.getText() === "title") {
      const parts = node.children.filter((child) => !ts.isJsxText(child) || child.text.trim() !== "");
      if (parts.length > 1) found.titles.push(at(node));
    }
    if (ts.isJsxText(node)) saidBy(node, [node.text]);
    if (ts.isJsxExpression(node) && (ts.isJsxElement(node.parent) || ts.isJsxFragment(node.parent))) saidBy(node, textOf(node.expression));
    if (ts.isJsxSelfClosingElement(node) || ts.isJsxOpeningElement(node)) {
      const tag = node.tagName.getText();
      const kind = node.attributes.properties.flatMap((each) =>
        ts.isJsxAttribute(each) && each.name.getText() === "type" ? textOf(each.initializer) : [],
      )[0];
      if (["select", "details", "summary", "datalist"].includes(tag)) found.native.push(`${at(node)} <${tag}>`);
      if (tag === "table" && !DRAWN_TABLES.includes(path)) found.native.push(`${at(node)} <table>`);
      if (tag === "input" && kind && ["date", "time", "datetime-local", "month", "week"].includes(kind))
        found.native.push(`${at(node)} <input type="${kind}">`);
    }
    if (ts.isJsxAttribute(node)) {
      const name = node.name.getText();
      const tag = node.parent.parent.tagName.getText();
      // Names of fields in a form are for the machine.
      const ofForm = name === "name" && /^(input|TextInput|PasswordInput|TextArea|NumberInput|Select|Controller|svg|meta)$/.test(tag);
      if (READ.includes(name) && !ofForm) saidBy(node, textOf(node.initializer));
    }
    if (ts.isCallExpression(node) && /^(say|toast|toast\.error|setFault)$/.test(node.expression.getText()))
      saidBy(node, textOf(node.arguments[0]));
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const found = screens.map((path) => look(path, readFileSync(path, "utf8")));

test("the screens are looked at", () => expect(screens.length).toBeGreaterThan(150));
describe("outside the kit", () => {
  test("no native choice, date or time field, fold-out or bare table is left", () =>
    expect(found.flatMap(({ native }) => native)).toEqual([]));
});
describe("outside the catalogue", () => {
  test("no words are left", () => expect(found.flatMap(({ words }) => words)).toEqual([]));
});
// A browser takes the several texts of a title as one, so that the page would be made a second time.
test("the title of a drawing is one text", () => expect(found.flatMap(({ titles }) => titles)).toEqual([]));
describe("the look itself", () => {
  test.each([
    ["a text between tags", "const a = <p>To order</p>;", "To order"],
    ["a label", 'const a = <b aria-label="To order" />;', "To order"],
    ["a label with a value in it", "const a = <b title={`Order \x24{x}`} />;", "Order"],
    ["one of two", 'const a = <p>{x ? "Yes, do" : t("no")}</p>;', "Yes, do"],
    ["what is said when done", 'const a = () => say("Saved it");', "Saved it"],
  ])("finds %s", (_, code, words) => expect(look("x.tsx", code).words).toEqual([`x.tsx:1 ${words}`]));
  test.each(["select", "details", "table", 'input type="date"'])("finds a <%s>", (tag) =>
    expect(look("x.tsx", `const a = <${tag} />;`).native).toHaveLength(1),
  );
  test("finds a title of two texts", () => expect(look("x.tsx", "const a = <title>{x}{y}</title>;").titles).toEqual(["x.tsx:1"]));
  test("leaves what is not read", () =>
    expect(look("x.tsx", 'const a = <TextInput name="amount" className="flex" value={t("a")} />;')).toEqual({
      native: [],
      words: [],
      titles: [],
    }));
});
