import { SeasonBody } from "../../standby/said.ts";
import { kind } from "../kind.ts";

/** The published plan of a closure. */
export default kind({
  name: "closure plan",
  body: SeasonBody,
  folds: {
    season_plan: {
      columns: { from_day: "(body ->> 'from')::date", body: "body" },
      rows: ({ body }) => [{ from_day: body.from, body }],
    },
  },
  says: ({ name, from, to, machines, tasks }, said) =>
    `plan of ${name ?? "a closure"} (${said.day(from)} to ${said.day(to)}) published: ${machines.length} machines, ${tasks.length} pieces of work`,
  words: ({ name, note }) => [name, note],
  samples: [
    {
      from: "2026-12-20",
      to: "2027-01-04",
      name: "Year's end",
      machines: [{ machine: "sprat", regime: "full", stopsOn: "2026-12-19", wakesOn: "2027-01-05" }],
      tasks: [],
      uses: [],
    },
  ],
});
