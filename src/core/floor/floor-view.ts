import type { Machine } from "../fleet/schema.ts";
import type { Beat, Role } from "../fleet/vocabulary.ts";
import type { ChannelView } from "../nozzles/channel-views.ts";
import type { NozzleDesk } from "../nozzles/ladder/what-now.ts";
import type { NozzlePattern } from "../nozzles/pattern.ts";
import type { MachineState, ReadinessSettings } from "../nozzles/readiness.ts";
import type { Effects } from "../routines/effects.ts";
import type { Texts } from "../routines/routine.ts";
import type { Step } from "../routines/step.ts";
import type { RunEvent } from "../runs/events.ts";
import type { Known } from "../runs/known.ts";
import type { HazardView } from "../safety/hazards.ts";
import type { Language } from "../shop/languages.ts";
import type { RankedCause } from "../signs/causes.ts";
import type { Sleep } from "../standby/sleep.ts";
import type { ShelfItem } from "../stores/run-materials.ts";
import type { VesselView } from "../stores/waste/vessel-view.ts";
import type { LeftItem } from "../tasks/left-for-next.ts";
import type { WorkItem } from "../tasks/work-item.ts";

/** Seconds that people took in a routine's windows, by routine, person and window. */
export type Pace = Record<string, Record<string, Record<string, number[]>>>;

/** A sign that was reported and is not explained yet. */
export type SignView = { id: string; sign: string; words: string; seen: string; note: string | null };

/** What was said last of a machine out of order. */
export type RepairSaid = { symptom: string; waitsFor?: string; expected?: string | null; costCents?: number; goOn?: string[] };

/** All that an operator's screens need to go on working without a network: a snapshot, kept on the device. */
export type FloorView = {
  /** The build that made it: another one means that the screens themselves may have changed. */
  build: string;
  seq: number;
  now: string;
  today: string;
  todayWords: string;
  timeZone: string;
  site: string;
  me: { id: string; name: string; role: Role } | null;
  device: { id: string; name: string } | null;
  people: { id: string; name: string; role: Role; skills: string[]; there: boolean; hasPin: boolean; language?: Language }[];
  areas: { id: string; name: string }[];
  beats: { beat: Beat; by: string | null; passed: boolean }[];
  machines: FloorMachine[];
  routines: Record<string, FloorRoutine>;
  /** How machines print their checks. */
  patterns?: Record<string, NozzlePattern>;
  /** Stands for routines and patterns: as long as it is the same, they are. */
  book?: string;
  tasks: WorkItem[];
  runs: FloorRun[];
  /** Seconds that people took in a routine's windows; a snapshot kept by an earlier build has none. */
  pace?: Pace;
  /** The routines that each person is practised in, whose steps they read in short; a snapshot kept by an earlier build has none. */
  practised?: Record<string, string[]>;
  /** What the store holds that routines use up, and the containers for waste; likewise. */
  shelf?: ShelfItem[];
  containers?: { id: string; name: string }[];
  /** The round of today; a snapshot kept by an earlier build has none. */
  round?: FloorRound | null;
  handover: { id: string; words: string; by: string; items: LeftItem[]; free: string | null } | null;
  /** What the shift under way would leave to the next, just now. */
  leaves: { shift: string; day: string; items: LeftItem[] };
  sealWith: string;
  /** What a sign may come from, likeliest first; a snapshot kept by an earlier build has none. */
  signGuide?: { sign: string; words: string; holds: boolean; causes: RankedCause[] }[];
  deference: string;
};

export type FloorMachine = {
  id: string;
  name: string;
  class: Machine["class"];
  area: string | null;
  tag: string;
  word: MachineState["word"];
  why: string;
  missed: { day: string; names: string[]; closing: boolean } | null;
  signs?: SignView[];
  /** The routines that its panel may ask for. */
  prompts?: string[];
  channels: ChannelView[];
  machine: Machine;
  /** Its routines that can be followed step by step. */
  routines: string[];
  readiness: ReadinessSettings;
  repair: { id: string; since: string; body: RepairSaid } | null;
  photos: Record<string, string>;
  /** What its steps need not ask; a snapshot kept by an earlier build has none. */
  known?: Known;
  /** What its next step is worked out from; a snapshot kept by an earlier build has none. */
  desk?: NozzleDesk | null;
  /** Its ink lines place by place, where somebody wrote them down. */
  positions?: string[];
  /** Its waste vessel; likewise. */
  vessel?: VesselView | null;
  /** Where it sleeps: how, since when, what is in it; likewise. */
  sleep?: (Pick<Sleep, "regime" | "contents" | "sinceDay"> & Partial<Pick<Sleep, "regimes">> & { sinceWords: string }) | null;
};

export type FloorRoutine = {
  id: string;
  name: string;
  short: string;
  handsMinutes: number;
  waitMinutes: number;
  isCheck: boolean;
  /** Its hazards wherever it is done; at a machine see `hazardsAt`. */
  hazards: HazardView[];
  /** The house wrote its hazards itself; a snapshot kept by an earlier build does not say. */
  ofHouse?: boolean;
  gear: string[];
  tools: string[];
  people: number;
  machineState: string | null;
  skill: string | null;
  sheets?: { name: string; url: string }[];
  steps: readonly Step[];
  version: string;
  /** What doing it does; a snapshot kept by an earlier build has none. */
  effects?: Effects;
  /** Its own texts in other languages. */
  texts?: Texts;
};

/** Who does what when by today's round, and the walk between areas. */
export type FloorRound = {
  by: string;
  at: string;
  zero: string;
  tasks: { key: string; stretches: { person?: string; start: number; end: number }[] }[];
  walk: Record<string, Record<string, number>>;
};

export type FloorRun = {
  id: string;
  machine: string;
  routine: string;
  key: string | null;
  status: string;
  person: string | null;
  personName: string;
  device: string | null;
  startedWords: string;
  steps: readonly Step[];
  events: RunEvent[];
};

/** A snapshot with one machine changed. */
export const withMachine = (view: FloorView, id: string | undefined, change: (machine: FloorMachine) => FloorMachine): FloorView => ({
  ...view,
  machines: view.machines.map((machine) => (machine.id === id ? change(machine) : machine)),
});

/** A snapshot with some of its work changed. */
export const withWork = (view: FloorView, which: (item: WorkItem) => boolean, change: Partial<WorkItem>): FloorView => ({
  ...view,
  tasks: view.tasks.map((item) => (which(item) ? { ...item, ...change } : item)),
});

/** Work of a routine at a machine that an entry settled. */
export const withSettled = (
  view: FloorView,
  { machine, routine }: { machine?: string; routine?: string },
  state: "done" | "skipped",
): FloorView =>
  withWork(view, (item) => routine !== undefined && item.machine === machine && item.routine === routine && item.state !== "done", {
    state,
    late: false,
  });

export const nameOnFloor = (view: FloorView, person: string | null): string =>
  view.people.find(({ id }) => id === person)?.name ?? person ?? "somebody";
