import { meetsRule, policiesOf } from "./rule.ts";
import type { Machine, Policies } from "./schema.ts";
import type { PolicyName } from "./vocabulary.ts";

export type School = { policy: PolicyName; question: string; ways: readonly { value: string; words: string; reason: string }[] };

/** Where practitioners disagree: the main schools and the reason for each (common practice, no source). */
export const SCHOOLS: readonly School[] = [
  {
    policy: "power",
    question: "Power overnight",
    ways: [
      { value: "on", words: "leave it on", reason: "standby wakes and cleans by itself; circulation goes on" },
      { value: "off", words: "switch it off each print day", reason: "the shutdown cycle cleans caps and spit tray" },
    ],
  },
  {
    policy: "cap",
    question: "Capping overnight",
    ways: [
      { value: "wet", words: "wet, with water or capping solution", reason: "keeps seal and plate moist" },
      { value: "dry", words: "dry", reason: "solution separates pigment, which settles in the pump as rubbery lumps" },
    ],
  },
  {
    policy: "cadence",
    question: "How often",
    ways: [
      { value: "calendar", words: "by the calendar", reason: "nothing is forgotten when little is printed" },
      { value: "print-days", words: "by print days only", reason: "what did not print is not worn" },
      { value: "indicator", words: "by what is seen", reason: "care when it is needed: when the filter pools, when the wiper is caked" },
    ],
  },
  {
    policy: "recovery",
    question: "Recovering nozzles",
    ways: [
      { value: "ladder", words: "a ladder by progress", reason: "no ink is spent on a strength that does not help" },
      { value: "fixed", words: "a fixed number of cleans", reason: "the same each morning, easy to give to anyone" },
      { value: "load-and-clean", words: "load and clean", reason: "a full pad shows that the seal is good; used on UV flatbeds" },
    ],
  },
  {
    policy: "idle",
    question: "A machine that does not print",
    ways: [
      { value: "exercise", words: "exercise it daily", reason: "ink that moves does not settle or dry" },
      { value: "flush", words: "flush it and leave it", reason: "what holds no ink cannot clog" },
    ],
  },
  {
    policy: "plate",
    question: "The nozzle plate",
    ways: [
      { value: "never", words: "never touch it", reason: "a touch scratches, and pushes dirt into nozzles" },
      { value: "wipe", words: "wipe it once, dry and lint-free, in the nozzles' direction", reason: "what hangs there prints lines" },
    ],
  },
  {
    policy: "fluid",
    question: "Cleaning fluid",
    ways: [
      { value: "maker", words: "the maker's own", reason: "made for this ink and these parts" },
      { value: "water", words: "distilled water", reason: "cheap, and harms nothing; water-based inks only" },
      { value: "alcohol", words: "alcohol", reason: "loosens what has dried; dries seals if used often" },
      { value: "household", words: "a mild all-purpose cleaner, half and half", reason: "cuts grease where ink has caked" },
    ],
  },
  {
    policy: "cartridge",
    question: "A full waste cartridge",
    ways: [
      { value: "replace", words: "replace it", reason: "sealed, clean, quick" },
      { value: "repack", words: "empty, repack, dry, then reset its counter", reason: "costs less; only after it really was emptied" },
    ],
  },
  {
    policy: "white",
    question: "White",
    ways: [
      { value: "move", words: "circulate or shake it daily", reason: "it settles" },
      { value: "rotate", words: "rotate positions weekly as well", reason: "each channel gets its share of colour" },
    ],
  },
];

/** Questions that no policy of a machine answers: what decides them, and where. */
export const DECIDED_ELSEWHERE: readonly {
  question: string;
  ways: readonly { words: string; reason: string }[];
  by: string;
  href: string;
}[] = [
  {
    question: "When to check",
    ways: [
      { words: "each print day, again at midday", reason: "nozzles are lost in between, and a long print shows it late" },
      { words: "weekly and before a big job", reason: "a check costs a sheet and ink" },
    ],
    by: "by its routines, on each machine’s Set-up",
    href: "/shop?tab=machines",
  },
  {
    question: "How much care",
    ways: [
      { words: "as often as can be", reason: "what never dries never has to be scrubbed" },
      { words: "hands off while it prints well", reason: "every hand near a head can harm it" },
    ],
    by: "by each routine’s interval, under Routines",
    href: "/shop?tab=routines",
  },
  {
    question: "Lines over a long gap",
    ways: [
      { words: "left full of fluid, clips shut", reason: "no air gets in, nothing dries on the wall" },
      { words: "washed and drained", reason: "fluid left for weeks can attack seals" },
    ],
    by: "under Standby, Limits",
    href: "/standby/settings",
  },
];

export type PolicyWarning = { policy: PolicyName; words: string };

/** Where a machine's policies fight its abilities or each other, with the reason (common practice, no source). */
export function policyWarnings(machine: Machine): PolicyWarning[] {
  const { power, cap, recovery, idle, fluid, cartridge, white } = policiesOf(machine);
  const can = (...abilities: string[]) => abilities.some((each) => (machine.abilities as string[] | undefined)?.includes(each));
  const warnings: [boolean, PolicyName, string][] = [
    [
      power === "off" && can("white-circulation", "full-circulation"),
      "power",
      "its circulation works only while it is plugged in: switch it off by its own button at most, never cut its mains outside storage",
    ],
    [power === "off" && !can("shutdown-self-clean"), "power", "it has no shutdown cycle: switched off, nothing cleans its caps"],
    [
      cap === "dry" && !can("standby-self-clean"),
      "cap",
      "a dry cap without standby self-clean: it does not wake and clean by itself, and the plate dries overnight",
    ],
    [cap === "wet" && can("automatic-flush"), "cap", "it is flushed at closing; a wet cap besides is not planned"],
    [
      recovery === "load-and-clean" && machine.class !== "uv",
      "recovery",
      "load and clean is used on UV flatbeds, whose cap pad can be seen",
    ],
    [idle === "flush" && !can("automatic-flush"), "idle", "it can't flush by itself: on idle days nothing is planned for it"],
    [idle === "exercise" && can("automatic-flush"), "idle", "it is flushed at closing, and stands without exercise"],
    [
      fluid === "water" && (machine.class === "uv" || machine.class === "cij" || machine.family === "solvent"),
      "fluid",
      "water does not dissolve its ink",
    ],
    [fluid === "household" && machine.class === "cij", "fluid", "a coder is cleaned with its own solvent"],
    [cartridge === "repack" && !meetsRule(machine, { waste: ["cartridge"] }), "cartridge", "it has no waste cartridge"],
    [
      white === "rotate" && !meetsRule(machine, { whiteChannelsAtLeast: 2 }),
      "white",
      "it has fewer than two white channels: there is nothing to rotate",
    ],
  ];
  return warnings.flatMap(([is, policy, words]) => (is ? [{ policy, words }] : []));
}

/** A machine with the policies in force on it: its own before its class's before the site's. What nobody chose follows its abilities. */
export function withPolicies(machine: Machine, levels: ReadonlyMap<string, Policies>): Machine {
  const inherited = { ...levels.get("site"), ...levels.get(machine.class) };
  return Object.keys(inherited).length ? { ...machine, policies: { ...inherited, ...machine.policies } } : machine;
}
