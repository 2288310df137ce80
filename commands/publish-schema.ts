import { writeFileSync } from "node:fs";
import { FleetFile } from "../src/core/fleet/schema.ts";
import { NozzlePattern } from "../src/core/nozzles/pattern.ts";
import { NozzleReading } from "../src/core/nozzles/reading.ts";
import { RoundPlan, RoundProblem } from "../src/core/rounds/problem.ts";
import { Pack } from "../src/core/routines/schema.ts";

/** Writes the JSON Schemas of the open formats from the sources that their validators are compiled from. */
const publish = (name: string, title: string, schema: object) =>
  writeFileSync(
    `docs/formats/${name}.schema.json`,
    `${JSON.stringify({ $schema: "http://json-schema.org/draft-07/schema#", $id: `zesty-anvil/${name}/1`, title, ...schema }, null, 2)}\n`,
  );
publish("fleet", "Zesty Anvil fleet file, version 1", FleetFile);
publish("routines", "Zesty Anvil routines, version 1", Pack);
publish("nozzle-pattern", "Zesty Anvil nozzle pattern, version 1", NozzlePattern);
publish("nozzle-reading", "Zesty Anvil nozzle reading, version 1", NozzleReading);
publish("round-problem", "Zesty Anvil round problem, version 1", RoundProblem);
publish("round-plan", "Zesty Anvil round plan, version 1", RoundPlan);
