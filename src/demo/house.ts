import { type Day, isoDay, weekday } from "../core/calendar/day.ts";
import { capital } from "../core/capital.ts";
import type { FleetFile, Machine } from "../core/fleet/schema.ts";
import { WORK_DAYS } from "./clock.ts";
import { fittedAge } from "./part-lives.ts";

/** Tern & Harrow, an invented print house; every date hangs on the day the demo is made. */

type Parts = string[];
const part = (today: Day, machine: { id: string; since: Day }) => (kind: string) => ({
  id: kind,
  kind,
  fittedOn: isoDay(today - fittedAge(today, machine, kind)),
});
const head = (id: string, inks: string) => ({
  id,
  channels: inks.split(" ").map((ink) => {
    const [channel = "", kind = ""] = ink.split(":");
    return { id: channel, ink: kind as "black" };
  }),
});
const CMYK = "K:black C:cyan M:magenta Y:yellow";

export function demoHouse(today: Day): FleetFile {
  const workDays = WORK_DAYS;
  const SATURDAY = 6;
  const closureStart = today + 24 + ((SATURDAY - weekday(today + 24) + 7) % 7);
  const machine = (
    id: string,
    kind: Machine["class"],
    area: string,
    since: Day,
    more: Partial<Machine> & { partNames?: Parts },
  ): Machine => {
    const { partNames = [], ...rest } = more;
    return {
      id,
      name: capital(id),
      class: kind,
      area,
      since: isoDay(since),
      ...rest,
      parts: partNames.map(part(today, { id, since })),
    };
  };
  const dtf = ["cap", "cap-pad", "wiper", "pump", "damper", "encoder-strip", "feed-roller"];
  const dtg = [
    "cap",
    "drying-cap",
    "wiper-roll",
    "wiper",
    "ink-sump",
    "spit-tray-filter",
    "air-filter",
    "rail",
    "encoder-strip",
    "flushing-foam",
  ];
  const bottle = (volumeMl = 2000) => [{ id: "bottle", kind: "bottle" as const, volumeMl, limitMl: Math.round(volumeMl * 0.85) }];
  const prints = (perWorkDay: number): Partial<Machine> => ({
    fullUse: { counter: "prints", perWorkDay },
    counters: [{ name: "prints" }, { name: "cleans" }],
  });
  const square = (perWorkDay: number): Partial<Machine> => ({
    fullUse: { counter: "square-metres", perWorkDay },
    counters: [{ name: "square-metres" }, { name: "cleans" }],
  });
  const two = (whites = "W1:white W2:white") => [head("H1", CMYK), head("H2", whites)];

  return {
    format: "zesty-anvil/fleet",
    version: 1,
    site: { id: "eddering", name: "Tern & Harrow", timeZone: "Europe/Lisbon" },
    areas: [
      { id: "film", name: "Film hall" },
      { id: "garment", name: "Garment room" },
      { id: "flatbed", name: "Flatbed bay" },
      { id: "roll", name: "Roll floor" },
      { id: "packing", name: "Packing line" },
    ],
    calendar: {
      workDays,
      closures: [{ from: isoDay(closureStart), to: isoDay(closureStart + 15), name: "Winter closure" }],
      beats: { opening: { by: "08:00" }, midday: { by: "13:00" }, closing: { by: "21:30" } },
      shifts: [
        { id: "early", days: workDays, from: "06:00", to: "14:00" },
        { id: "late", days: workDays, from: "14:00", to: "22:00" },
      ],
    },
    people: [
      {
        id: "ottoline",
        name: "Ottoline Marsh",
        role: "supervisor",
        skills: ["dtf", "dtg", "uv", "wide", "solvent", "cij"],
        shifts: ["early"],
      },
      { id: "bram", name: "Bram Teasel", role: "operator", skills: ["dtf", "dtg"], shifts: ["early"] },
      { id: "ngozi", name: "Ngozi Fairweather", role: "operator", skills: ["uv", "wide", "solvent", "dtg"], shifts: ["early"] },
      { id: "ilse", name: "Ilse Quarrie", role: "operator", skills: ["dtf", "wide", "cij"], shifts: ["early"] },
      { id: "tadeo", name: "Tadeo Lund", role: "operator", skills: ["dtf", "dtg", "cij"], shifts: ["late"] },
      { id: "wren", name: "Wren Abara", role: "operator", skills: ["uv", "wide", "solvent", "dtf"], shifts: ["late"] },
      {
        id: "mirko",
        name: "Mirko Salt",
        role: "technician",
        skills: ["dtf", "dtg", "uv", "wide", "solvent", "cij", "technician"],
        shifts: ["early", "late"],
      },
    ],
    machines: [
      machine("sprat", "dtf", "film", today - 660, {
        family: "dtf-roll",
        heads: two(),
        partNames: dtf,
        waste: bottle(),
        abilities: ["bottles"],
        ...prints(140),
      }),
      machine("smelt", "dtf", "film", today - 640, {
        family: "dtf-roll",
        heads: two(),
        partNames: dtf,
        waste: bottle(),
        abilities: ["bottles"],
        ...prints(140),
      }),
      machine("shanny", "dtf", "film", today - 410, {
        family: "dtf-roll",
        heads: two(),
        partNames: dtf,
        waste: bottle(),
        abilities: ["bottles", "removable-head"],
        ...prints(110),
      }),
      machine("goby", "dtf", "film", today - 220, {
        family: "dtf-desktop",
        heads: [head("H1", `${CMYK} W1:white W2:white`)],
        partNames: ["cap", "wiper", "damper", "encoder-strip"],
        waste: bottle(500),
        abilities: ["bottles"],
        printDays: [1, 2, 3, 4, weekday(today)],
        ...prints(40),
      }),
      machine("teal", "dtg", "garment", today - 900, {
        heads: two("W1:white W2:white"),
        partNames: dtg,
        waste: bottle(),
        abilities: ["part-prompts", "storage-cartridges"],
        ...prints(90),
      }),
      machine("wigeon", "dtg", "garment", today - 900, {
        heads: two("W1:white W2:white"),
        partNames: dtg,
        waste: bottle(),
        abilities: ["part-prompts", "white-circulation", "storage-cartridges"],
        ...prints(90),
      }),
      machine("pochard", "dtg", "garment", today - 300, {
        heads: [head("H1", `${CMYK} W1:white`)],
        partNames: ["cap", "spit-box", "carriage-pin", "encoder-strip", "air-filter"],
        waste: bottle(1000),
        abilities: ["automatic-flush"],
        ...prints(60),
      }),
      machine("lamprey", "uv", "flatbed", today - 720, {
        heads: [head("H1", CMYK), head("H2", "W1:white W2:white")],
        partNames: ["cap", "cap-pad", "damper", "lamp"],
        waste: bottle(1000),
        abilities: ["bottles", "removable-head"],
        ...square(30),
      }),
      machine("gannet", "uv", "flatbed", today - 500, {
        heads: [head("H1", CMYK), head("H2", "W1:white W2:white"), head("H3", "V:varnish")],
        partNames: ["cap", "cap-pad", "damper", "lamp"],
        waste: bottle(1000),
        abilities: ["bottles"],
        ...square(26),
      }),
      machine("plover", "uv", "flatbed", today - 150, {
        heads: [head("H1", `${CMYK} W1:white`)],
        partNames: ["cap", "cap-pad", "lamp"],
        waste: bottle(500),
        abilities: ["bottles"],
        ...square(10),
      }),
      machine("longshore", "wide", "roll", today - 1100, {
        family: "solvent",
        heads: [head("H1", CMYK), head("H2", "c:light-cyan m:light-magenta k:light-black O:orange")],
        partNames: ["cap", "wiper", "wiper-cleaner", "flushing-pad", "rail"],
        waste: bottle(),
        abilities: ["shutdown-self-clean", "storage-cartridges"],
        ...square(80),
      }),
      machine("fathom", "wide", "roll", today - 480, {
        family: "heat-cured",
        heads: [head("H1", `${CMYK} c:light-cyan m:light-magenta`)],
        partNames: ["cap", "aerosol-filter", "cleaning-roll", "cleaning-blade"],
        abilities: ["storage-cartridges"],
        waste: [{ id: "tank", kind: "tank", volumeMl: 4000, limitMl: 3400 }],
        ...square(60),
      }),
      machine("compass", "wide", "roll", today - 800, {
        family: "aqueous",
        heads: [head("H1", `${CMYK} c:light-cyan m:light-magenta k:light-black B:blue`)],
        partNames: ["cap", "wiper", "cutter-blade", "guard-rail"],
        waste: [{ id: "cartridge", kind: "cartridge", volumeMl: 900, limitMl: 810 }],
        abilities: ["standby-self-clean"],
        printDays: [2, 4, weekday(today)],
        ...square(24),
      }),
      machine("dory", "wide", "roll", today - 600, {
        family: "dye-sublimation",
        heads: [head("H1", CMYK)],
        partNames: ["cap", "cap-pad", "wiper"],
        waste: bottle(1000),
        abilities: ["bottles"],
        asleep: [{ from: isoDay(today - 41), to: isoDay(today - 6) }],
        ...square(40),
      }),
      machine("tally", "cij", "packing", today - 1000, {
        heads: [head("H1", "J:coding")],
        partNames: ["gutter", "deflection-plates", "phase-detector", "charge-electrode", "gun-body"],
        counters: [{ name: "run-hours" }],
      }),
      machine("stave", "cij", "packing", today - 350, {
        heads: [head("H1", "J:coding")],
        partNames: ["gutter", "deflection-plates", "phase-detector", "charge-electrode", "gun-body"],
        counters: [{ name: "run-hours" }],
      }),
    ],
    routines: [
      {
        id: "house-rail-look",
        name: "Look at the film rail",
        trigger: { rule: "FREQ=MONTHLY;BYDAY=1TH" },
        window: { before: 1, after: 2 },
      },
    ],
  };
}
