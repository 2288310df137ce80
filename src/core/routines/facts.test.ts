import { describe, expect, test } from "vitest";
import type { Machine } from "../fleet/schema.ts";
import { PARTS } from "../fleet/vocabulary.ts";
import type { RunBody, RunEvent, StepResult } from "../runs/events.ts";
import { type PlannedStep, runPlan } from "../runs/plan.ts";
import { missing, type RunState, runState } from "../runs/run.ts";
import { HAZARDS } from "../safety/hazards.ts";
import { routineBook } from "./assigned.ts";
import { BUILT_IN } from "./built-in.ts";
import type { Step } from "./step.ts";

/** The built-in routines held against the facts of the trade (common practice, no source, unless a line says otherwise). */

const book = routineBook();
const heads = [
  {
    id: "H1",
    channels: [
      { id: "K", ink: "black" as const },
      { id: "C", ink: "cyan" as const },
    ],
  },
  {
    id: "H2",
    channels: [
      { id: "W1", ink: "white" as const },
      { id: "W2", ink: "white" as const },
    ],
  },
];
const machine = (more: Partial<Machine> = {}): Machine => ({
  id: "m",
  name: "M",
  class: "dtf",
  since: "2026-01-01",
  heads,
  parts: PARTS.map((kind) => ({ id: kind, kind })),
  waste: [{ id: "bottle", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
  ...more,
});
const routine = (id: string) => {
  const found = book.get(id);
  if (!found) throw new Error(`no ${id}`);
  return found;
};
const plan = (id: string, more: Partial<Machine> = {}): PlannedStep[] => runPlan(routine(id).steps ?? [], machine(more));
const step = (id: string, at: string, more: Partial<Machine> = {}) => {
  const found = plan(id, more).find((each) => each.at === at);
  if (!found) throw new Error(`${id} has no step ${at}: ${plan(id, more).map((each) => each.at)}`);
  return found;
};
const words = (id: string, at: string, more: Partial<Machine> = {}) => {
  const { text, detail } = step(id, at, more);
  return `${text} ${detail ?? ""}`;
};
const inOrder = (id: string, ...steps: string[]) => {
  const all = plan(id).map(({ at }) => at);
  const places = steps.map((each) => all.indexOf(each));
  expect(places, `${id}: ${steps} in ${all}`).not.toContain(-1);
  expect(places).toEqual([...places].sort((a, b) => a - b));
};

describe("when, how long, by whom", () => {
  const opening = { every: "print-day", beat: "opening" };
  const midday = { every: "print-day", beat: "midday" };
  const closing = { every: "print-day", beat: "closing" };
  const week = { every: { weeks: 1 } };
  const month = { every: { months: 1 } };
  const byUse = { byUse: { light: 6, heavy: 3 } };
  test.each<[string, number, number, unknown, string?]>([
    ["R01", 3, 2, opening],
    ["R02", 2, 0, opening],
    ["R03", 12, 6, opening],
    ["R04", 2, 6, opening],
    ["R05", 10, 10, opening],
    ["R06", 3, 2, midday],
    ["R07", 6, 0, closing],
    ["R08", 1, 0, midday],
    ["R09", 2, 0, undefined],
    ["R10", 4, 0, closing],
    ["R11", 5, 4, undefined],
    ["R12", 15, 5, closing],
    ["R13", 1, 5, closing],
    ["R14", 8, 15, { every: "idle-day" }],
    ["R15", 3, 2, undefined],
    ["R16", 15, 5, week],
    ["R17", 20, 3, week],
    ["R18", 15, 3, [week, { sign: "ink-pools-on-filter" }]],
    ["R19", 15, 0, week],
    ["R20", 20, 3, week],
    ["R21", 25, 5, { times: 2, per: "week", minPrintDays: 3 }],
    ["R22", 10, 5, week],
    ["R23", 12, 5, week],
    ["R24", 30, 5, week],
    ["R25", 45, 8, week],
    ["R26", 15, 2, week],
    ["R27", 10, 5, { every: { days: 3 } }],
    ["R28", 10, 5, { every: { days: 10 } }],
    ["R29", 15, 30, byUse],
    ["R30", 5, 0, month],
    ["R31", 15, 0, month],
    ["R32", 5, 1, [month, { sign: "banding" }]],
    ["R33", 20, 3, byUse],
    ["R34", 20, 5, undefined, "technician"],
    ["R36", 3, 1, month],
    ["R37", 40, 0, undefined, "technician"],
    ["R38", 30, 30, undefined, "technician"],
    ["R39", 90, 15, undefined, "technician"],
    ["R40", 10, 3, [{ count: { counter: "prints", every: 1000 } }, { prompt: {} }]],
    ["R41", 15, 3, { prompt: { withinMinutes: 20 } }],
    ["R42", 3, 0, { prompt: {} }],
    ["R43", 5, 2, { prompt: {} }],
    ["R44", 60, 600, { prompt: {} }, "technician"],
    ["R45", 6, 0, undefined],
    ["R46", 5, 2, undefined],
    ["R47", 8, 3, [{ sign: "banding" }, { sign: "stains" }]],
    ["R48", 20, 0, { sign: "mist-on-rails" }],
  ])("%s: %i min of hands, %i of waiting", (id, hands, wait, trigger, skill) => {
    expect(routine(id)).toMatchObject({ handsMinutes: hands, waitMinutes: wait });
    expect(routine(id).trigger).toEqual(trigger);
    expect(routine(id).skill).toBe(skill);
  });
});

describe("limits, amounts, order, what is not touched", () => {
  test("R02: white is moved, in two or four cartridges, or in its tanks", () => {
    expect(words("R02", "shake")).toContain("two or four");
    expect(step("R02", "stir").when).toEqual({ recorded: "where", is: "tanks" });
  });
  test("R03: carriage freed, off, waste path open before the cap is filled, towel out before power; 8 to 10 cleans, then rest", () => {
    inOrder("R03", "free", "off", "waste-path", "towel", "to-and-fro", "fill", "draw", "dab", "wiper", "towel-out", "on", "three", "test");
    expect(words("R03", "three")).toContain("three");
    expect(JSON.stringify(step("R03", "again"))).toContain("8 to 10");
    expect(step("R03", "on").powersOn).toBe(true);
  });
  test("R04: after a water-capped night 2 cleans or 1 medium, otherwise 2 to 4; then the check", () => {
    expect(words("R04", "two")).toMatch(/2 normal cleans, or 1 medium/);
    expect(step("R04", "more")).toMatchObject({ kind: "measure", min: 2, max: 4 });
    expect(plan("R04").at(-1)).toMatchObject({ kind: "nozzle-check", routine: "R01" });
  });
  test("R05: gasket, cracks, scrap by hand height, load 10 to 15 s, flag at about 85 %; the plate only where the house wipes", () => {
    inOrder("R05", "gasket", "cracks", "home", "where", "scrap", "print", "first", "load", "clean", "second", "flag", "read");
    expect(words("R05", "scrap")).toMatch(/height by hand/);
    expect(step("R05", "load")).toMatchObject({ thenSeconds: 12 });
    expect(words("R05", "load")).toContain("10 to 15 seconds");
    expect(JSON.stringify(step("R05", "first"))).toContain("85 %");
    expect(step("R05", "plate@H1").when).toEqual({ policy: "plate", is: "wipe" });
    expect(words("R05", "plate@H1")).toMatch(/front to back, with dry microfibre/);
  });
  test("R07: the lid only when nothing moves; surround, wiper up, swabbed, dried, down; the tube hangs clear of the liquid", () => {
    expect(words("R07", "lid")).toContain("until nothing moves");
    inOrder("R07", "park", "lid", "middle", "surround", "wiper-up", "wiper", "wiper-down", "back", "lid-shut", "bottle", "leave");
    expect(step("R07", "wiper-up").why).toContain("catch breaks");
    expect(words("R07", "bottle")).toContain("clear of the liquid");
  });
  test("R10: plain water up to 3 days, beyond it capping concentrate", () => {
    expect(step("R10", "gap")).toMatchObject({ choices: [{ text: "Up to 3 days" }, { text: "More than 3 days" }] });
    expect(step("R10", "concentrate").when).toEqual({ recorded: "gap", is: "long" });
  });
  test("R11: one clean first, then filled by syringe until nearly full, hands off a moving carriage", () => {
    inOrder("R11", "clean", "maintenance", "fill", "around", "park");
    expect(words("R11", "fill")).toMatch(/by syringe, until nearly full/);
    expect(words("R11", "maintenance")).toMatch(/nothing moves|No hand near a moving carriage/);
  });
  test("R12: bed off, white and colour with wipes of their own, home, then flush", () => {
    inOrder("R12", "bed", "surround-white", "surround-colour", "caps", "wiper", "trays", "bed-on", "home", "flush");
    expect(step("R12", "plate").when).toEqual({ policy: "plate", is: "wipe" });
    expect(words("R12", "flush")).toContain("nothing is to be agitated");
  });
  test("R13: covers shut, its own button, about 5 minutes, the cleaning cartridge's level", () => {
    inOrder("R13", "covers", "level", "off", "cycle");
    expect(step("R13", "cycle")).toMatchObject({ waitMinutes: 5 });
    expect(words("R13", "off")).toContain("Never cut the mains");
  });
  test("R14: two cleans, a test print, a full-range design with white; colour for streaks, white for rate; wet cap", () => {
    inOrder("R14", "cleans", "check.read", "design", "colour", "white-rate", "cap.water");
    expect(words("R14", "cleans")).toContain("2 normal cleans");
    expect(step("R14", "cap.water").when).toMatchObject({ all: [{ policy: "cap", is: "wet" }, { recorded: "cap.gap" }] });
  });
  test("R16: all sides of the frame, not the plate; machine cleans itself, waste looked at; rail back finger-tight", () => {
    inOrder(
      "R16",
      ...["room", "panel", "left-open", "screw-out", "rail-off", "middle", "surround@H1", "fluff", "left-shut"],
      // The person walks; the head stays on the left until the panel is answered.
      ...["walk", "caps", "groove", "wiper", "right-shut", "confirm", "cleaning", "waste", "rail-on", "screw-in", "left-last", "check"],
    );
    expect(words("R16", "walk")).toContain("The head stays on the left");
    expect(plan("R16").filter(({ text: line }) => /send the head/i.test(line))).toEqual([]);
    expect(words("R16", "surround@H1")).toMatch(/front, back, left, right.*Not the plate/s);
    expect(words("R16", "screw-in")).toContain("finger-tight");
    expect(step("R16", "rail-on").why).toContain("no sheet is cut");
  });
  test("R17: the last gasket gently; corners with a mirror; the plate with a dry wipe only; jig machines leave the head part out", () => {
    inOrder("R17", "middle", "off", "gaskets", "last-gasket", "wiper", "dry", "corners@H1", "sump", "on");
    expect(words("R17", "last-gasket")).toContain("breaks under pressure");
    expect(words("R17", "wiper")).toContain("may take pressure");
    expect(step("R17", "corners@H1").when).toEqual({ not: { ability: "jig-clean" } });
    expect(words("R17", "plate@H1")).toContain("dry lint-free wipe only");
  });
  test("R18: the platen is cleared first; the drying cap is left alone; the filter goes back wet", () => {
    expect(words("R18", "soak")).toContain("not the drying cap");
    inOrder("R18", ...["cup", "platen", "open", "cover", "soak", "cap", "cover-shut", "home"]);
    // The head is home on its cap before the filter comes out and is rinsed.
    inOrder("R18", ...["home", "cover-again", "filter-out", "rinse", "drains", "rest", "filter-in", "cover-last", "light"]);
    expect(step("R18", "home").settles).toBe("head");
    expect(words("R18", "filter-in")).toContain("Wet is fine");
  });
  test("R19: a full check first; all of it lies in the 3 minutes up to the panel's confirm", () => {
    // Fluid loosens the ink in the box before the box comes out.
    inOrder(
      "R19",
      ...["jug", "water", "shake", "check", "ready", "hold", "lip", "caps", "dissolve", "loosen", "box-out", "rinse", "drain"],
    );
    inOrder("R19", "drain", "box-in", "panel");
    const inside = plan("R19").filter(({ window }) => window);
    expect(inside[0]).toMatchObject({ at: "hold", window: { withinMinutes: 3 } });
    expect(inside.at(-1)?.at).toBe("panel");
    expect(inside.reduce((sum, { minutes = 0 }) => sum + minutes, 0)).toBeLessThanOrEqual(3);
  });
  test("R20: pin, cap edges (the outside one matters most), wiper by the gear, round the head, clean, strip, waste", () => {
    inOrder("R20", ...["off", "pin", "station-out", "caps", "gear", "wiper", "gear-back", "station-in", "middle", "mirror", "surround"]);
    inOrder("R20", ...["surround", "mirror-out", "rest", "pin-back", "on", "clean", "off-again", "strip", "pin-again", "strip-hidden"]);
    inOrder("R20", "strip-hidden", "pin-last", "waste-out", "waste-in", "on-last", "check");
    expect(words("R20", "caps")).toContain("outside edge matters most");
    expect(words("R20", "surround")).toContain("Not the head");
    expect(words("R20", "strip")).toMatch(/both sides.*lightly damp with glass cleaner/s);
  });
  test("R21: off before a hand goes in; towel, line and wiper owed; both tubes; the head over the towel again; closing cap", () => {
    inOrder(
      "R21",
      ...["room", "wring", "park", "off", "towel-in", "to-and-fro", "nest", "line-off", "pump-in"],
      // Lip and wiper are massaged while it draws; the towel is out before the last look.
      ...["squirt", "lip", "wiper", "draw", "tubes", "pump-out", "line-on", "once-more", "towel-out", "hanging", "dry", "on"],
      "cap.water",
    );
    const owed = plan("R21").flatMap(({ owes }) => owes?.id ?? []);
    expect(owed).toEqual(expect.arrayContaining(["line", "pump", "towel", "wiper"]));
    expect(words("R21", "line-off")).toMatch(/off the waste bottle.*not at the cap's/s);
    expect(step("R21", "on")).toMatchObject({ powersOn: true, settles: "wiper" });
    expect(step("R21", "draw")).toMatchObject({ kind: "hold", until: "No white shows in the water" });
    expect(JSON.stringify(step("R21", "tubes"))).toContain("half the suction");
  });
  test("R22: one position, the RIP saved, the map by a second look, clean, check", () =>
    inOrder("R22", "move", "rip", "map", "cleans", "check"));
  test("R23: never while jetting; clean means back in; rinse from the gun body down, air from the top down; PTFE brush; quite dry", () => {
    inOrder("R23", "state", "out", "found", "rinse", "air", "plates", "brush", "dry", "back", "start");
    expect(step("R23", "rinse").when).toEqual({ not: { recorded: "found", is: "clean" } });
    expect(words("R23", "rinse")).toMatch(/from the gun body down.*slant, over the tray/s);
    expect(words("R23", "brush")).toContain("PTFE");
  });
  test("R24: over each head, fresh sticks until clean, not the channels; caps twice for two heads; rails; light clean and check", () => {
    const at = plan("R24").map((each) => each.at);
    for (const head of ["H1", "H2"]) expect(at).toContain(`silver@${head}`);
    expect(at.indexOf("stick@H1")).toBeLessThan(at.indexOf("silver@H2"));
    expect(words("R24", "silver@H1")).toContain("Never the channels");
    inOrder(
      "R24",
      ...["air", "cup", "room", "side", "left-open", "mirror", "silver@H1", "silver@H2", "mirror-out", "left-shut", "walk", "right-open"],
      ...["caps@H1", "caps@H2", "caps-dry@H2", "wipers-out", "holders", "wipers", "wipers-in"],
      ...["confirm", "rails", "rails-dry", "right-shut", "home", "light", "check"],
    );
    // Two OKs: the first bares the rails while the head stays, only the second brings it home.
    expect([words("R24", "confirm"), words("R24", "home")]).toEqual([
      expect.stringMatching(/First OK.*head stays on the left/s),
      expect.stringMatching(/Second OK.*goes home/s),
    ]);
    expect(step("R24", "home").settles).toBe("head");
    expect(words("R24", "rails")).toContain("not the carriage's rail");
  });
  test("R25: cold and out; caps with alcohol drying 3 to 4 minutes; filters only one way; water for blades, one rod with alcohol", () => {
    inOrder(
      "R25",
      "idle",
      "open",
      "caps",
      "caps-dry",
      "filter-out@left",
      "filter-in@left",
      "filter-out@right",
      // The pinch stays shut until the loose ink is off; the material is shifted only after it.
      ...["blades", "diverter", "scrape", "pinch-off", "rod-below", "material-aside", "two-blades", "material-back", "rod", "pinch-on"],
      ...["tighten", "roll-shut", "module-cold", "module-out", "left-out", "left-blade", "left-in", "module-in", "shut"],
    );
    expect(words("R25", "caps")).toMatch(/alcohol.*approved cleaner/s);
    expect(step("R25", "caps-dry")).toMatchObject({ waitMinutes: 4 });
    expect(words("R25", "filter-in@left")).toMatch(/one way only.*turn it/s);
    expect(words("R25", "blades")).toContain("distilled water");
  });
  test("R26: two procedures, each with its own done; the piece belongs to the second; a fresh stick for surround, caps and wiper each", () => {
    inOrder(
      "R26",
      ...["head-start", "front-open", "surround", "front-shut", "rear-open", "surround-rear", "lint", "rear-shut", "head-done"],
    );
    inOrder(
      "R26",
      ...["head-done", "caps-start", "covers-open", "piece-off", "caps", "wiper", "guides", "piece-on", "covers-shut", "caps-done"],
    );
    for (const at of ["surround", "caps", "wiper"])
      expect(step("R26", at).uses).toContainEqual({ item: "cleaning sticks", amount: 1, unit: "pieces" });
  });
  test.each(["R27", "R28"])("%s: two pads, a dropper of fluid on each, the jig in the platen's place", (id) => {
    expect(step(id, "pads").uses).toContainEqual({ item: "jig pads", amount: 2, unit: "pieces" });
    inOrder(id, "platen-off", "pads", "choose", "jig", "start", "cleaning", "jig-out", "platen-on");
  });
  test("R29: above all the pad; 5 to 15 minutes, up to three times 15 minutes apart; too wet brings a warning", () => {
    expect(words("R29", "fluid")).toContain("above all on the pad");
    expect(step("R29", "soak").text).toContain("5 to 15");
    expect(step("R29", "again")).toMatchObject({ choices: [{ id: "free" }, { goTo: "fluid" }, { id: "third" }] });
    expect(words("R29", "absorb")).toContain("condensation warning");
  });
  test("R31: one side, then the other, never into the station; a pea of grease along the top; to and fro", () => {
    inOrder("R31", "wipe@left", "wipe@right", "pea", "run");
    expect(words("R31", "aside@left")).toContain("never crosses into the station");
    expect(words("R31", "pea")).toMatch(/pea of grease.*top of the rail/s);
  });
  test("R32: lightly, both faces, alcohol or glass cleaner on a lint-free wipe", () => {
    inOrder("R32", "off", "front", "back", "on");
    expect(words("R32", "front")).toMatch(/lint-free wipe, lightly.*Alcohol or glass cleaner/s);
  });
  test("R33: holders cleaned before the new part, firm press", () => {
    inOrder("R33", "wipers-out", "holders", "wipers-in", "cleaners-out", "cleaners-holders", "cleaners-in", "pads-out", "pads-in");
    expect(words("R33", "wipers-in")).toContain("firmly");
  });
  test("R34: off and unplugged, that channel's dampers only, 7 mL over two, hard resistance means stop, load 10 to 15 s", () => {
    inOrder("R34", "off", "rag", "dampers", "amount", "passed", "dampers-on", "on", "load", "clean", "check");
    expect(words("R34", "amount")).toMatch(/7 mL over two channels.*Hard resistance means stop.*Never by mouth/s);
    expect(words("R34", "dampers")).toContain("of the poor channel only");
  });
  test("R35: never by mouth; air is in afterwards, so the cycle starts over", () => {
    expect(words("R35", "comes")).toContain("Never by mouth");
    expect(words("R35", "air")).toContain("start over");
  });
  test("R36: load about 10 s, head aside, a brimming pad means a good seal", () => {
    expect(step("R36", "load")).toMatchObject({ thenSeconds: 10 });
    inOrder("R36", "load", "aside", "pad", "park");
    expect(JSON.stringify(step("R36", "pad"))).toContain("It brims: the seal is good");
  });
  test("R39: the cap is checked first; serial, hours and reason are recorded", () => {
    expect(plan("R39")[0]?.at).toBe("cap-first");
    inOrder("R39", "cap-first", "old-serial", "hours", "why", "old-out", "new-in", "new-serial");
  });
  test("R40: replaced, not cleaned", () => expect(words("R40", "cap-in")).toContain("replaced, not cleaned"));
  test("R41: the whole list first, everything at hand, then 20 minutes up to the restart; each tray latched before the next, fluid before foam", () => {
    const tray = (id: string) => ["out", "found", "empty", "inside", "edge", "hole", "latch"].map((what) => `${id}-${what}`);
    inOrder(
      "R41",
      ...["place", "cup", "list", "foams", "hand", "can", "start", "off", "lid", "mist", "aside"],
      ...tray("white"),
      ...tray("colour"),
      ...["pour", "white-foam", "colour-foam", "raised", "others", "clear", "shut", "on", "cleaning", "prompt", "check", "waste"],
    );
    // What is opened is closed: each tray and foam by its own, the lid, the power; the heads by the machine's own clean.
    const closed = (id: string) => plan("R41").find(({ settles }) => settles === id)?.at;
    expect(["white-tray", "colour-tray", "white-foam", "colour-foam", "lid", "power", "heads"].map(closed)).toEqual([
      "white-latch",
      "colour-latch",
      "white-foam",
      "colour-foam",
      "shut",
      "on",
      "cleaning",
    ]);
    for (const { at, text: line } of plan("R41")) expect([at, line.split(" ").length <= 14]).toEqual([at, true]);
    const inside = plan("R41").filter(({ window }) => window);
    expect([inside[0]?.at, inside.at(-1)?.at, inside[0]?.window?.withinMinutes]).toEqual(["start", "on", 20]);
    expect(words("R41", "cup")).toContain("three quarters full");
    expect(words("R41", "off")).toContain("one second");
    expect(words("R41", "white-foam")).toMatch(/Not bent, not skew/);
    expect(words("R41", "prompt")).toContain("only after the restart");
  });
  test("R42: the chip untouched, the used one bagged and sealed", () => {
    expect(words("R42", "new")).toContain("Don't touch its chip");
    inOrder("R42", "new", "out", "bag", "in");
  });
  test("R43: paper out; the cutter comes to its place; the old blade in a tube, sharp end away", () => {
    inOrder("R43", "paper", "comes", "old", "new", "confirm");
    expect(words("R43", "old")).toMatch(/tube, sharp end away/);
  });
  test("R44: level before and after, ten hours of drying, proof before the reset, the reset only after it was emptied", () => {
    inOrder("R44", "before", "empty", "emptied", "wash", "felt", "dry", "quite-dry", "repack", "proof", "reset", "restart", "after");
    expect(step("R44", "dry")).toMatchObject({ waitMinutes: 600 });
    expect(words("R44", "reset")).toContain("a reset without emptying floods the machine");
    expect(step("R44", "emptied")).toMatchObject({ kind: "photo" });
    expect("optional" in step("R44", "emptied")).toBe(false);
  });
  test("R45: valve shut before the tube leaves the container; the last drops are waited for", () => {
    inOrder("R45", "valve", "tube", "open", "agitate", "drain", "shut", "tube-back");
    expect(step("R45", "shut").settles).toBe("valve");
  });
  test("R47: sides and back of the surround, never the middle", () => expect(words("R47", "surround")).toContain("Never the middle"));
  test("R48: off and unplugged; rear, rail, rollers, shaft; dry", () =>
    inOrder("R48", "off", "covers", "rear", "rail", "rollers", "shaft", "dry", "covers-on", "on"));
});

describe("across all of them", () => {
  const plain = (steps: readonly Step[]): Step[] => steps.flatMap((each) => ("steps" in each ? plain(each.steps) : [each]));
  const all = BUILT_IN.filter(({ steps }) => steps);
  const whole = all.map(({ id, steps }) => [id, plain(steps ?? []).map((each) => JSON.stringify(each))] as const);

  test("nobody is told to hold a cover switch down, to pull the plug while the carriage travels, or to draw by mouth", () => {
    for (const [id, steps] of whole)
      for (const each of steps) {
        expect(each, id).not.toMatch(/switch (held|pressed) down|hold the (cover|lid) switch|pull the plug/i);
        if (/by mouth/i.test(each)) expect(each, id).toMatch(/never (draw ink )?by mouth|no.* by mouth/i);
      }
  });
  test("cotton buds are never asked for", () => {
    for (const [id, steps] of whole) expect(steps.join(), id).not.toMatch(/cotton/i);
  });
  test("what opens a machine or reaches in carries its caution", () => {
    for (const { id, steps, hazards } of all)
      if (plain(steps ?? []).some((each) => "text" in each && /unplug|maintenance position|cleaning position/i.test(each.text)))
        expect(hazards?.length, id).toBeGreaterThan(0);
    for (const { hazards } of all) for (const each of hazards ?? []) expect(HAZARDS[each]).toBeDefined();
  });
  test("the minutes of the steps come near the minutes planned", () => {
    for (const { id, handsMinutes = 0, steps } of all) {
      const more = { abilities: [] };
      const hands = runPlan(book.get(id)?.steps ?? steps ?? [], machine(more))
        .filter(({ at }) => !at.endsWith("@H2"))
        .reduce((sum, { minutes = 0 }) => sum + minutes, 0);
      // Branches are counted together, so that the sum may be above; it is never less than a third of it nor twice as much and two minutes.
      expect(hands, id).toBeGreaterThan(handsMinutes / 3);
      expect(hands, id).toBeLessThanOrEqual(handsMinutes * 2 + 2);
    }
  });
});

describe("each can be followed to its end", () => {
  /** Taps through a guided run, choosing the nth answer where there is a choice, at most `limit` steps. */
  function followed(id: string, on: Machine, nth: number): RunState {
    const steps = runPlan(routine(id).steps ?? [], on);
    const events: RunEvent[] = [];
    let at = 0;
    const tell = (body: RunBody) => events.push({ id: `e${events.length}`, at: ++at * 60_000, person: "ilse", body });
    tell({ event: "start", form: "guided", version: "v", gear: true });
    const asked = new Map<string, number>();
    for (let taps = 0; taps < 200; taps++) {
      const state = runState(steps, on, events);
      if (!state) throw new Error("no run");
      const now = state.now;
      if (!now) break;
      if (now.kind === "hold") tell({ event: "clear", step: now.at });
      const times = asked.get(now.at) ?? 0;
      asked.set(now.at, times + 1);
      // The second time round the first answer that leads on.
      const result: StepResult | undefined =
        "choices" in now
          ? {
              choice:
                (times > 1 ? now.choices.find(({ goTo }) => goTo === undefined || goTo === "check" || goTo === "read") : undefined)?.id ??
                now.choices[(nth + times) % now.choices.length]?.id,
            }
          : now.kind === "found"
            ? { found: (["clean", "some", "heavy", "pooling"] as const)[nth % 4] }
            : now.kind === "measure"
              ? { value: now.min }
              : now.kind === "nozzle-check"
                ? { check: "01900000-0000-7000-8000-000000000000" }
                : now.kind === "photo"
                  ? { photo: "0".repeat(64) }
                  : now.kind === "confirm"
                    ? { by: "bram" }
                    : undefined;
      tell({ event: "step", step: now.at, ...(result ? { result } : {}) });
    }
    tell({ event: "end" });
    const state = runState(steps, on, events);
    if (!state) throw new Error("no run");
    expect(state.strays, `${id} at ${state.now?.at}, owed ${state.owed.map(({ id: owed }) => owed)}`).toEqual([]);
    expect(missing(state, steps, on)).toEqual([]);
    return state;
  }
  const machines = [
    machine(),
    machine({
      class: "dtg",
      abilities: ["jig-clean", "white-circulation"],
      policies: { plate: "wipe", cap: "dry" },
      heads: heads.slice(0, 1),
    }),
  ];
  test.each(BUILT_IN.filter(({ steps }) => steps).map(({ id, name }) => [id, name]))(
    "%s %s, whatever is answered, with nothing owed",
    (id) => {
      for (const on of machines)
        for (let nth = 0; nth < 4; nth++) {
          const state = followed(id, on, nth);
          expect(state.status).toBe("ended");
          expect(state.owed).toEqual([]);
        }
    },
  );
});
