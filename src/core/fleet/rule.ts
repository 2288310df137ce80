import { FAMILIES, type MachineClass } from "./classes.ts";
import type { Machine, Policies } from "./schema.ts";

/** Which machines a built-in routine is for, as data: all of what is named must hold. */
export type Rule = {
  classes?: MachineClass[];
  notClasses?: MachineClass[];
  families?: string[];
  abilities?: string[];
  withoutAbilities?: string[];
  parts?: string[];
  withoutParts?: string[];
  /** One of these waste vessels. */
  waste?: string[];
  policies?: Policies;
  whiteChannelsAtLeast?: number;
};

/** A machine's family: as given, or the only one of its class; `undefined` where its class has several and none is given. */
export function familyOf(machine: Pick<Machine, "class" | "family">): string | undefined {
  if (machine.family) return machine.family;
  const families = FAMILIES[machine.class];
  return families.length === 1 ? families[0] : undefined;
}

/** The policies in force on a machine: its own, or what follows from its abilities. */
export function policiesOf(machine: Pick<Machine, "class" | "abilities" | "policies">): Required<Policies> {
  const can = new Set<string>(machine.abilities ?? []);
  return {
    power: can.has("shutdown-self-clean") ? "off" : "on",
    cap: machine.class === "dtf" ? "wet" : "dry",
    cadence: "calendar",
    recovery: machine.class === "uv" ? "load-and-clean" : "ladder",
    idle: can.has("automatic-flush") ? "flush" : "exercise",
    plate: "never",
    fluid: "maker",
    cartridge: "replace",
    white: "move",
    ...machine.policies,
  };
}

/** Whether a machine meets a rule. */
export function meetsRule(machine: Machine, rule: Rule): boolean {
  const can = new Set<string>(machine.abilities ?? []);
  const parts = new Set<string>((machine.parts ?? []).map(({ kind }) => kind));
  const waste = new Set<string>((machine.waste ?? []).map(({ kind }) => kind));
  const policies: Record<string, string> = policiesOf(machine);
  const family = familyOf(machine);
  const whites = (machine.heads ?? []).flatMap(({ channels }) => channels ?? []).filter(({ ink }) => ink === "white").length;
  return (
    (rule.classes?.includes(machine.class) ?? true) &&
    !rule.notClasses?.includes(machine.class) &&
    (!rule.families || (family !== undefined && rule.families.includes(family))) &&
    (rule.abilities ?? []).every((ability) => can.has(ability)) &&
    !(rule.withoutAbilities ?? []).some((ability) => can.has(ability)) &&
    (rule.parts ?? []).every((part) => parts.has(part)) &&
    !(rule.withoutParts ?? []).some((part) => parts.has(part)) &&
    (!rule.waste || rule.waste.some((kind) => waste.has(kind))) &&
    Object.entries(rule.policies ?? {}).every(([name, value]) => policies[name] === value) &&
    whites >= (rule.whiteChannelsAtLeast ?? 0)
  );
}
