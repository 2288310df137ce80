import { writeFileSync } from "node:fs";
import { FleetFile } from "../src/core/fleet/schema.ts";

/** Writes the fleet file's JSON Schema from the source that the validator is compiled from. */
const schema = {
  $schema: "http://json-schema.org/draft-07/schema#",
  $id: "zesty-anvil/fleet/1",
  title: "Zesty Anvil fleet file, version 1",
  ...FleetFile,
};
writeFileSync("docs/formats/fleet.schema.json", `${JSON.stringify(schema, null, 2)}\n`);
