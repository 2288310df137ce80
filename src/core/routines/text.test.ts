import { describe, expect, test } from "vitest";
import { BUILT_IN } from "./built-in.ts";
import { readText, writeText } from "./text.ts";

const read = (text: string) => {
  const found = readText(text);
  if ("problems" in found) throw new Error(JSON.stringify(found.problems));
  return found;
};

describe("routines as text", () => {
  test.each(["yaml", "json"] as const)("every built-in routine written as %s is read back as the same", (as) => {
    for (const routine of BUILT_IN) expect(read(writeText(routine, as)).value).toEqual(JSON.parse(JSON.stringify(routine)));
  });
  test("a problem is named with its line and column, in YAML and in JSON", () => {
    const yaml =
      "id: house-x\nname: X\nsteps:\n  - kind: do\n    id: a\n    text: A.\n  - kind: do\n    id: b\n    text: B.\n    settles: lid\n";
    const problem = { path: "$.steps[1].settles", message: "settles lid" };
    expect(read(yaml).placed([problem])).toEqual([{ ...problem, line: 10, column: 5 }]);
    const json = '{\n  "id": "house-x",\n  "steps": [\n    { "kind": "do" }\n  ]\n}';
    expect(read(json).placed([{ path: "$.steps[0].text", message: "is missing" }])).toMatchObject([{ line: 4, column: 5 }]);
    expect(read(json).placed([{ path: "$.name", message: "is missing" }])).toMatchObject([{ line: 1 }]);
  });
  test.each([
    ["broken text", "id: [", 1],
    ["a key twice", "id: a\nname: b\nid: c\n", 3],
    ["a tab where blanks belong", "id: a\nsteps:\n\t- b\n", 3],
  ])("%s is refused with its line", (_, text, line) => {
    const found = readText(text);
    expect("problems" in found && found.problems[0]?.line).toBe(line);
  });
  test("aliases that grow without end are refused", () => {
    const lines = ["a0: &a0 [x, x, x, x, x, x, x, x, x, x]"];
    for (let depth = 1; depth < 9; depth++)
      lines.push(
        `a${depth}: &a${depth} [${Array(10)
          .fill(`*a${depth - 1}`)
          .join(", ")}]`,
      );
    expect(readText(lines.join("\n"))).toMatchObject({ problems: [{ message: "names one part too many times, or within itself" }] });
    expect(readText("a: &a {b: *a}")).toMatchObject({ problems: [{ line: 1 }] });
  });
});
