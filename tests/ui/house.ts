import { toDay } from "../../src/core/calendar/day.ts";
import { dueOfMachine } from "../../src/core/due/due-work.ts";
import { factsOfFleet, shopRules } from "../../src/core/due/facts.ts";
import { channelsOf, printsChecks } from "../../src/core/fleet/channels.ts";
import { policiesOf } from "../../src/core/fleet/rule.ts";
import { SIGNS } from "../../src/core/fleet/vocabulary.ts";
import { floorRoutine } from "../../src/core/floor/floor-routine.ts";
import type { FloorMachine, FloorView } from "../../src/core/floor/floor-view.ts";
import { channelViews } from "../../src/core/nozzles/channel-views.ts";
import { ladderSettings } from "../../src/core/nozzles/ladder/settings.ts";
import { readinessSettings } from "../../src/core/nozzles/readiness.ts";
import { type QueuedItem, withQueue } from "../../src/core/record/on-tablet.ts";
import { callableAt, routinesOf } from "../../src/core/routines/assigned.ts";
import type { Routine } from "../../src/core/routines/routine.ts";
import { runPlan } from "../../src/core/runs/plan.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { DEFERENCE } from "../../src/core/safety/hazards.ts";
import { causesInOrder } from "../../src/core/signs/causes.ts";
import { signHolds, signWords } from "../../src/core/signs/guide.ts";
import { inWalkingOrder } from "../../src/core/tasks/task.ts";
import { occurrenceItem } from "../../src/core/tasks/work-item.ts";
import { demoHouse } from "../../src/demo/house.ts";
import type { Floor } from "../../src/ui/floor/use-floor.ts";

/** The demo's floor at 09:10 on Wednesday 25 November 2026, put together by the real core from its fleet file, with no history and no server. */

export const TODAY = "2026-11-25";
export const NOW = Date.parse("2026-11-25T09:10:00Z");
const today = toDay(TODAY);
const fleet = demoHouse(today);
const rules = shopRules(fleet.calendar, fleet.routines as Routine[]);
const shop = { machines: fleet.machines, people: fleet.people ?? [], rules, site: fleet.site };
const facts = factsOfFleet(fleet, rules, today);
const around = { today, passed: new Set<never>(), given: new Map(), runs: new Map(), done: () => undefined };

function machineView(machine: (typeof fleet.machines)[number]): FloorMachine {
  const readiness = readinessSettings(machine.class, []);
  const waste = machine.waste?.[0];
  return {
    id: machine.id,
    name: machine.name,
    class: machine.class,
    area: machine.area ?? null,
    tag: machine.id.slice(0, 4),
    word: "Unchecked",
    why: "No check on record.",
    missed: null,
    signs: [],
    prompts: [],
    channels: channelViews(machine, [], {}),
    machine,
    routines: [...new Set([...routinesOf(machine, rules.book), ...callableAt(machine, rules.book)])].flatMap(({ id, steps }) =>
      steps ? [id] : [],
    ),
    readiness,
    repair: null,
    photos: {},
    desk: printsChecks(machine)
      ? {
          madeAt: NOW,
          machineClass: machine.class,
          school: policiesOf(machine).recovery,
          judging: { readiness, ladder: ladderSettings(machine.class, []) },
          heads: [...new Set(channelsOf(machine).map(({ head }) => head))],
          events: [],
          own: [],
          byHand: null,
        }
      : null,
    vessel: waste
      ? {
          machine: machine.id,
          vessel: waste.id,
          kind: waste.kind,
          volumeMl: waste.volumeMl,
          limitMl: waste.limitMl,
          ml: 300,
          lowMl: 250,
          highMl: 350,
          measured: "Tue 24 Nov",
          why: [],
          days: { earliest: null, likely: null, latest: null },
          words: "not at its mark in the next 45 days",
          surelyMl: waste.limitMl - 350,
          holdsBack: [],
        }
      : null,
    sleep: null,
  };
}

export const floorView = (more: Partial<FloorView> = {}): FloorView => ({
  build: "test",
  seq: 1,
  now: new Date(NOW).toISOString(),
  today: TODAY,
  todayWords: "Wed 25 Nov 2026",
  timeZone: fleet.site.timeZone,
  site: fleet.site.name,
  me: { id: "bram", name: "Bram Teasel", role: "operator" },
  device: null,
  people: shop.people.map(({ id, name, role, skills }) => ({ id, name, role, skills: [...(skills ?? [])], there: true, hasPin: true })),
  areas: fleet.areas ?? [],
  beats: [],
  machines: fleet.machines.map(machineView),
  routines: Object.fromEntries([...rules.book.values()].map((routine) => [routine.id, floorRoutine(routine)])),
  tasks: inWalkingOrder(
    facts.flatMap((each, place) =>
      dueOfMachine(each, rules, today, 1).map((occurrence) => occurrenceItem(shop, occurrence, place, around)),
    ),
  ),
  runs: [],
  shelf: [],
  containers: [{ id: "drum", name: "Waste drum" }],
  handover: null,
  leaves: { shift: "early", day: TODAY, items: [] },
  sealWith: "",
  signGuide: SIGNS.map((sign) => ({ sign, words: signWords(sign), holds: signHolds(sign), causes: causesInOrder(sign, {}) })),
  deference: DEFERENCE,
  ...more,
});

/** A floor as screens get it, with what is queued on top. */
export const floorOf = (view = floorView(), queue: QueuedItem[] = [], more: Partial<Floor> = {}): Floor => ({
  view: withQueue(view, queue, 0),
  plain: withQueue(view, queue, 0),
  who: { person: "bram" },
  queue: [],
  online: true,
  signInFirst: false,
  newBuild: false,
  full: false,
  now: () => NOW,
  refresh: async () => {},
  setWho: async () => {},
  ...more,
});

export const RUN = "01935f00-0000-7000-8000-00000000aaaa";
/** A run's events as queue items, one a minute from `from`. */
export function runItems(machine: string, routine: string, bodies: Record<string, unknown>[], from = NOW - 600_000): QueuedItem[] {
  const version = stepsVersion(rules.book.get(routine)?.steps ?? []);
  return [{ event: "start", form: "guided", version }, ...bodies].map((body, place) => ({
    state: "queued",
    entry: {
      id: `01935f00-0000-7000-8000-${String(place).padStart(12, "0")}`,
      kind: "run",
      machine,
      routine,
      run: RUN,
      person: "bram",
      happenedAt: new Date(from + place * 60_000).toISOString(),
      timeGiven: true,
      body,
    },
  }));
}

/** The steps of a routine at a machine of the demo. */
export const planAt = (machine: string, routine: string) => {
  const at = fleet.machines.find(({ id }) => id === machine);
  return at ? runPlan(rules.book.get(routine)?.steps ?? [], at) : [];
};
