/** The arrows of the house: app → work → ledger | core, ui → core and types of work, workers → core, devices → work. */
const to = (...rooms) => ({ path: `^src/(?:${rooms.join("|")})` });
/** The rooms of `work/`, lowest first: each may ask those before it. */
const ROOMS = "shop idle facts day board access record runs nozzles machine paper rounds routines stores standby floor needs".split(" ");
const upwards = ROOMS.slice(0, -1).map((room, place) => ({
  name: `${room}-asks-no-room-above-it`,
  severity: "error",
  from: { path: `^src/work/${room}/` },
  to: { path: `^src/work/(?:${ROOMS.slice(place + 1).join("|")})/` },
}));
module.exports = {
  forbidden: [
    ...upwards,
    { name: "what-all-rooms-use-asks-none", severity: "error", from: { path: "^src/work/[^/]+$" }, to: { path: "^src/work/[^/]+/" } },
    { name: "core-knows-the-trade-only", severity: "error", from: { path: "^src/core" }, to: { path: "^src/(?!core)" } },
    {
      name: "core-is-pure",
      severity: "error",
      from: { path: "^src/core", pathNot: "\\.test\\.ts$" },
      to: { path: "^(?:node_modules/)?(?:react|react-dom|next|drizzle-orm|pg|better-auth|pino)(?:/|$)" },
    },
    {
      name: "core-touches-no-machine",
      severity: "error",
      from: { path: "^src/core", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "ledger-points-inwards",
      severity: "error",
      from: { path: "^src/ledger" },
      to: to("app", "work", "ui", "demo", "devices", "workers"),
    },
    { name: "work-points-inwards", severity: "error", from: { path: "^src/work" }, to: to("app", "ui", "demo", "devices", "workers") },
    { name: "ui-shows-what-it-is-given", severity: "error", from: { path: "^src/ui" }, to: to("app", "ledger", "demo", "devices") },
    {
      name: "ui-takes-only-types-of-work",
      severity: "error",
      from: { path: "^src/ui" },
      to: { path: "^src/work", dependencyTypesNot: ["type-only"] },
    },
    { name: "nothing-imports-app", severity: "error", from: { path: "^src/(?!app)" }, to: to("app") },
    { name: "app-asks-work", severity: "error", from: { path: "^src/app" }, to: to("ledger") },
    { name: "no-rings", severity: "error", from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\.next|\\.test\\.ts$" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      extensions: [".ts", ".tsx", ".mjs", ".js", ".json"],
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
