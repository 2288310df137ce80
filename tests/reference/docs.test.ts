import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { registryText } from "../../commands/list-kinds.ts";
import { apiText, dataText } from "../../commands/write-docs.ts";
import { openApi, operations } from "../../src/app/openapi.ts";
import { ENTRY_KINDS, kindOf } from "../../src/core/record/entries.ts";

/** What is written by a command is what the command would write now; what lists the code holds all of it. */

describe("written by a command", () => {
  test.each([
    ["docs/data.md", dataText],
    ["docs/api.md", apiText],
    ["src/core/record/kinds.ts", registryText],
  ] as const)("%s", (file, text) => {
    expect(readFileSync(file, "utf8")).toBe(text());
  });
});

describe("the routes", () => {
  const files = readdirSync("src/app/api", { recursive: true, encoding: "utf8" }).filter((file) => file.endsWith("route.ts"));
  const coded = files.flatMap((file) => {
    const path = `/api/${file.replace(/\/route\.ts$/, "").replace(/\[(\w+)\]/g, "{$1}")}`;
    const text = readFileSync(`src/app/api/${file}`, "utf8");
    return [...text.matchAll(/export (?:const|async function) (GET|POST|PUT|DELETE)\b/g)].map(([, method]) => `${method} ${path}`);
  });
  test("are described, every one, and no others", () => {
    expect(
      operations()
        .map(({ method, path }) => `${method.toUpperCase()} ${path}`)
        .sort(),
    ).toEqual(coded.sort());
  });
  test("name only schemas that there are, and query parameters that the route reads", () => {
    const { schemas } = openApi().components;
    for (const { body, path, query = [] } of operations()) {
      if (body) expect(Object.keys(schemas), path).toContain(body);
      expect(new Set(query).size).toBe(query.length);
    }
  });
  test("every kind of entry has its body's schema among them", () => {
    for (const kind of ENTRY_KINDS) expect(openApi().components.schemas[`Entry.${kind}`]).toMatchObject({ title: kindOf(kind).name });
  });
});

describe("what a newcomer is told", () => {
  const told = ["CONTRIBUTING.md", "docs/architecture.md"].map((file) => [file, readFileSync(file, "utf8")] as const);
  test.each(told)("%s names only files that there are", (_, text) => {
    const named = [...text.matchAll(/`((?:src|tests|commands|docs|core|work|ledger|ui)\/[\w./-]+\.(?:ts|tsx|md|sql|txt))`/g)].map(
      ([, file]) => file ?? "",
    );
    expect(named.length).toBeGreaterThan(0);
    const there = (file: string) => [file, `src/${file}`].some((each) => exists(each));
    expect(named.filter((file) => !there(file))).toEqual([]);
  });
});

function exists(file: string): boolean {
  try {
    readFileSync(file);
    return true;
  } catch {
    return false;
  }
}
