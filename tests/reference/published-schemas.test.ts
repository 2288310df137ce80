import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { FleetFile } from "../../src/core/fleet/schema.ts";
import { NozzlePattern } from "../../src/core/nozzles/pattern.ts";
import { NozzleReading } from "../../src/core/nozzles/reading.ts";
import { Pack } from "../../src/core/routines/schema.ts";

test("the published JSON Schemas are made from the validators' own sources", () => {
  for (const [name, source] of [
    ["fleet", FleetFile],
    ["routines", Pack],
    ["nozzle-pattern", NozzlePattern],
    ["nozzle-reading", NozzleReading],
  ] as const) {
    const published = JSON.parse(readFileSync(`docs/formats/${name}.schema.json`, "utf8"));
    const { $schema: _schema, $id: _id, title: _title, ...rest } = published;
    expect(rest).toEqual(JSON.parse(JSON.stringify(source)));
  }
});
