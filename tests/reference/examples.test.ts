import { readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { expect, test } from "vitest";

/** Each function of the core that another room calls stands in a test by its name: its example. */

const read = (root: string) =>
  readdirSync(root, { recursive: true, encoding: "utf8" })
    .filter((path) => /\.tsx?$/.test(path))
    .map((path) => ({ path: join(root, path), text: readFileSync(join(root, path), "utf8") }));
const isTest = ({ path }: { path: string }) => path.startsWith("tests/") || /\.test\.tsx?$/.test(path);
const all = [...read("src"), ...read("commands"), ...read("tests")];
const words = new Set(all.filter(isTest).flatMap(({ text }) => text.match(/\w+/g) ?? []));
const callers = all
  .filter((file) => !isTest(file))
  .map(({ path, text }) => ({ room: dirname(path), imports: (text.match(/^import [^;]*;/gm) ?? []).join("\n") }));

test("every public function of the core has an example", () => {
  const without = all
    .filter((file) => file.path.startsWith("src/core/") && !isTest(file) && !file.path.includes("/kinds/"))
    .flatMap(({ path, text }) =>
      [...text.matchAll(/^export (?:async )?function (\w+)|^export const (\w+)(?:: [^=]+)? = (?:async )?(?:<[^>]*>)?\(/gm)]
        .map(([, fn, constant]) => fn ?? constant ?? "")
        .filter((name) => callers.some(({ room, imports }) => room !== dirname(path) && new RegExp(`\\b${name}\\b`).test(imports)))
        .filter((name) => !words.has(name))
        .map((name) => `${path}: ${name}`),
    );
  expect(without).toEqual([]);
});
