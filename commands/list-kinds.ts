import { readdirSync, readFileSync, writeFileSync } from "node:fs";

/** Writes the registry of entry kinds from the files in `core/record/kinds/`, so that a new kind is one new file. */

const FOLDER = "src/core/record/kinds";
const REGISTRY = "src/core/record/kinds.ts";
const camel = (name: string) => `${name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())}Kind`;

export function registryText(): string {
  const names = readdirSync(FOLDER)
    .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"))
    .map((file) => file.slice(0, -3))
    .sort();
  const key = (name: string) => (name.includes("-") ? `"${name}"` : name);
  return [
    ...names.map((name) => `import ${camel(name)} from "./kinds/${name}.ts";`),
    "",
    "/** Every kind of entry by its name. Written by `commands/list-kinds.ts` from the files in `kinds/`; not by hand. */",
    "export const KINDS = {",
    ...names.map((name) => `  ${key(name)}: ${camel(name)},`),
    "} as const;",
    "",
  ].join("\n");
}

/** Writes it where it has changed. @returns whether it had */
export function listKinds(): boolean {
  const text = registryText();
  if (readFileSync(REGISTRY, { encoding: "utf8", flag: "a+" }) === text) return false;
  writeFileSync(REGISTRY, text);
  return true;
}

if (import.meta.url === `file://${process.argv[1]}`) listKinds();
