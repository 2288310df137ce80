import { writeFileSync } from "node:fs";
import { FleetFile } from "../src/core/fleet/schema.ts";
import { Pack } from "../src/core/routines/schema.ts";

/** Writes the JSON Schemas of the open formats from the sources that their validators are compiled from. */
const publish = (name: string, title: string, schema: object) =>
  writeFileSync(
    `docs/formats/${name}.schema.json`,
    `${JSON.stringify({ $schema: "http://json-schema.org/draft-07/schema#", $id: `zesty-anvil/${name}/1`, title, ...schema }, null, 2)}\n`,
  );
publish("fleet", "Zesty Anvil fleet file, version 1", FleetFile);
publish("routines", "Zesty Anvil routines, version 1", Pack);
