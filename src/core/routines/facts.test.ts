import { describe, expect, test } from "vitest";
import { inOrder, plan, step, words } from "../../../tests/fixtures/built-in-at.ts";

/** The built-in routines held against the facts of the trade (common practice, no source, unless a line says otherwise). */

describe("limits, amounts, order, what is not touched", () => {
  test("R02: one white cartridge at a time, out, shaken end over end for 20 s, back before the next; or stirred in its tank", () => {
    inOrder("R02", "where", "out@H2/W1", "shake@H2/W1", "in@H2/W1", "out@H2/W2", "in@H2/W2", "stir", "seat", "tell");
    expect(words("R02", "shake@H2/W1")).toMatch(/end over end.*20 seconds/);
    expect(step("R02", "in@H2/W1").settles).toBe("slot");
    expect(step("R02", "stir").when).toEqual({ recorded: "where", is: "tanks" });
  });
  test("R03: waste path tried before the cap is filled; the head moves over a still towel; line and towel back before power; 8 to 10 cleans, then rest", () => {
    inOrder("R03", ...["room", "fold", "free", "off", "line-off", "waste-path", "towel", "damp", "to-and-fro", "away", "cap-found"]);
    inOrder("R03", ...["cap-found", "fill", "draw", "drained", "dab", "wiper-up", "wiper", "draw-last", "line-on", "towel-out", "fluff"]);
    inOrder("R03", "fluff", "on", "three", "test");
    // A shut path: the cap is neither filled nor drawn.
    for (const at of ["fill", "draw", "draw-last"]) expect(step("R03", at).when).toEqual({ recorded: "waste-path", is: "open" });
    expect(step("R03", "draw")).toMatchObject({ thenSeconds: 5, settles: "full-cap" });
    expect(words("R03", "three")).toContain("three");
    expect(JSON.stringify(step("R03", "again"))).toContain("8 to 10");
    expect(step("R03", "on")).toMatchObject({ powersOn: true, settles: "power" });
  });
  test("R04: after a water-capped night 2 cleans or 1 medium, otherwise 2 to 4; then the check", () => {
    inOrder("R04", "night", "waste", "ink", "program", "two", "medium", "more", "cleaning", "check.read");
    expect(words("R04", "two")).toMatch(/2 normal cleans/);
    expect(step("R04", "medium")).toMatchObject({ when: { recorded: "program", is: "service" } });
    expect(step("R04", "more")).toMatchObject({ kind: "measure", min: 2, max: 4 });
    expect(plan("R04").findLast(({ kind }) => kind === "nozzle-check")).toMatchObject({ at: "check.read", routine: "R01" });
  });
  test("R05: seal before ink; scrap by hand height; load 10 s, the pad seen at once; flag from 85 %; the plate only where the shop wipes", () => {
    inOrder(
      "R05",
      ...["safe", "room", "aside", "gasket", "cracks", "bed-down", "plate@H1", "hangs", "home", "connected", "scrap", "height"],
    );
    inOrder(
      "R05",
      ...["height", "print", "first-read", "first", "wipe-first", "which", "load", "aside-look", "brim", "home-look", "clean"],
    );
    inOrder("R05", ...["clean", "again-read", "second", "flag", "bars", "last-read", "third", "stop", "wipe-off"]);
    expect(words("R05", "height")).toMatch(/height by hand/);
    expect(step("R05", "load")).toMatchObject({ thenSeconds: 10 });
    expect(words("R05", "load")).toMatch(/up to 15 where a damper was lifted/);
    expect(JSON.stringify(step("R05", "first"))).toContain("85 %");
    expect(step("R05", "plate@H1").when).toEqual({ policy: "plate", is: "wipe" });
    expect(words("R05", "plate@H1")).toMatch(/front to back.*dry microfibre/s);
    // A leaking lip ends the loading: the seal test or the cap's service is called for.
    expect(JSON.stringify([step("R05", "cracks"), step("R05", "brim")])).toMatch(/"calls":"R37".*"calls":"R36"/);
  });
  test("R07: the lid only when nothing moves; surround, wiper up, swabbed, dried, down; the tube hangs clear of the liquid", () => {
    expect(words("R07", "lid")).toContain("until nothing moves");
    inOrder("R07", "park", "lid", "middle", "surround", "wiper-up", "wiper", "wiper-down", "back", "lid-shut", "bottle", "leave");
    expect(step("R07", "wiper-up").why).toContain("catch breaks");
    expect(words("R07", "bottle")).toContain("clear of the liquid");
  });
  test("R10: plain water up to 3 days, beyond it capping concentrate; the cap found before it is filled; dried before the head is parked", () => {
    expect(step("R10", "gap")).toMatchObject({ choices: [{ text: "Up to 3 days" }, { text: "More than 3 days" }] });
    expect(step("R10", "concentrate").when).toEqual({ recorded: "gap", is: "long" });
    inOrder("R10", "off-cap", "cap-found", "water", "dry", "park-head", "sits");
  });
  test("R11: the clean before the fill; nearly full, 1 mm below the lip; hands off a moving carriage", () => {
    inOrder("R11", "day", "waste", "clean", "draw", "maintenance", "cap-found", "fill", "around", "park");
    expect(words("R11", "fill")).toMatch(/nearly full.*1 mm below the lip/s);
    expect(words("R11", "maintenance")).toContain("Never while it prints");
  });
  test("R12: heads white then colour, then all that lies low white then colour, four wipes; bed on before home, home before the flush", () => {
    inOrder(
      "R12",
      ...["wipes", "aside", "bed", "surround-white", "plate-white", "surround-colour", "plate-colour", "caps", "wiper", "trays"],
    );
    inOrder("R12", ...["trays", "caps-colour", "wiper-colour", "trays-colour", "hangs", "bed-on", "home", "flush"]);
    for (const at of ["plate-white", "plate-colour"]) expect(step("R12", at).when).toEqual({ policy: "plate", is: "wipe" });
    const wipes = plan("R12").flatMap(({ uses }) => uses ?? []);
    expect(wipes.filter(({ item }) => item === "alcohol wipes")).toEqual(
      Array(4).fill({ item: "alcohol wipes", amount: 1, unit: "pieces" }),
    );
    expect(wipes).toContainEqual({ item: "flush fluid", amount: 40, unit: "mL" });
    expect(words("R12", "surround-white")).toContain("along the nozzle rows");
  });
  test("R13: covers shut, its own button, about 5 minutes, the cleaning cartridge's level", () => {
    inOrder("R13", "covers", "level", "off", "cycle");
    expect(step("R13", "cycle")).toMatchObject({ waitMinutes: 5 });
    expect(words("R13", "off")).toContain("Never cut the mains");
  });
  test("R14: two cleans, a test print, a full-range design with white; white for rate, colour for streaks; at most one more clean; wet cap", () => {
    inOrder("R14", ...["cleans", "clean-2", "check.read", "design", "white-rate", "restart", "colour", "extra", "colour-again", "out"]);
    inOrder("R14", "out", "cap.water");
    expect(step("R14", "extra").when).toEqual({ recorded: "colour", is: "streaks" });
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
  test("R17: the head stays in the middle by the held power key; the last gasket gently; mirror out before the lid; jig machines leave the head out", () => {
    inOrder(
      "R17",
      ...["middle", "key", "off", "lid", "gaskets", "last-gasket", "breaker", "wiper", "dry", "mirror", "corners@H1", "fluff"],
    );
    inOrder("R17", ...["fluff", "mirror-out", "sump", "lid-shut", "plug", "on", "light", "check"]);
    expect(step("R17", "last-gasket").why).toContain("breaks under pressure");
    expect(words("R17", "wiper")).toContain("You may press here");
    for (const at of ["mirror", "corners@H1", "fluff", "mirror-out"])
      expect(step("R17", at).when).toEqual({ not: { ability: "jig-clean" } });
    expect(words("R17", "plate@H1")).toMatch(/once, dry, along the nozzle rows/);
    expect(words("R17", "key")).toContain("Keep pressing");
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
  test("R22: today's map, labels, power off, lines over, program set and saved, a second person, cleans, the check by the new map", () => {
    inOrder("R22", "map", "by", "labels", "off", "move", "press", "rip", "save", "second", "on", "cleans", "check", "colours");
    expect(words("R22", "move")).toContain("Never draw ink by mouth");
    expect(step("R22", "second")).toMatchObject({ kind: "confirm", by: "second" });
  });
  test("R23: never while jetting; clean means back in; rinse from the gun body down, air from the top down; plates wet before the brush; quite dry", () => {
    inOrder(
      "R23",
      ...["safe", "state", "tray", "screw", "out", "found", "slant", "rinse", "air", "plates", "wet", "brush", "rinse-again", "dry"],
    );
    inOrder("R23", "dry", "back", "tighten", "waste", "work", "start");
    expect(step("R23", "rinse").when).toEqual({ not: { recorded: "found", is: "clean" } });
    expect(words("R23", "rinse")).toContain("from the gun body downward");
    expect(words("R23", "slant")).toMatch(/slanted over the tray, gutter lowest/);
    expect(words("R23", "brush")).toContain("PTFE");
    expect(step("R23", "dry")).toMatchObject({ kind: "hold", thenSeconds: 60 });
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
  test.each(["R27", "R28"])(
    "%s: two pads wetted on the bench before the platen comes off; the jig out before the platen goes back",
    (id) => {
      expect(step(id, "fit").uses).toContainEqual({ item: "jig pads", amount: 2, unit: "pieces" });
      inOrder(id, "fit", "pads", "choose", "platen-off", "jig", "start", "cleaning", "jig-out", "pads-found", "platen-on", "check");
    },
  );
  test("R29: one fluid; the tray wiped, the pad soaked, 15 minutes, up to three times; too wet brings a warning", () => {
    inOrder(
      "R29",
      ...["choose", "waste", "head-off", "off", "cells", "pad-found", "tray", "fluid", "soak", "again", "absorb", "on", "warning"],
    );
    expect(step("R29", "tray").why).toContain("needs no soak");
    expect(step("R29", "soak")).toMatchObject({ waitMinutes: 15 });
    expect(step("R29", "again")).toMatchObject({ choices: [{ id: "free" }, { goTo: "fluid" }, { id: "third", calls: "R37" }] });
    expect(step("R29", "absorb").why).toContain("condensation warning");
    expect(words("R29", "head-off")).toContain("Never hold a cover switch down");
  });
  test("R30: off before it is opened, unless a routine that has done so calls it", () => {
    inOrder("R30", "off", "out", "found", "wash", "in", "on");
    expect(plan("R48").map(({ at }) => at)).not.toEqual(expect.arrayContaining(["filters.off"]));
    inOrder("R48", "off", "filters.out", "filters.in", "covers-on", "on");
  });
  test("R31: one side, then the other, never into the station; a pea of grease along the top; to and fro", () => {
    inOrder("R31", "off", "station", "wipe@left", "wipe@right", "pea", "rub", "run", "excess", "on");
    expect(words("R31", "aside@left")).toContain("Stop short of the station");
    expect(words("R31", "pea")).toContain("pea of fresh grease");
    expect(words("R31", "rub")).toContain("along the top of the rails");
  });
  test("R32: just damp, both faces at once, hardly touching, the part under the carriage too, dried", () => {
    inOrder("R32", "off", "damp", "front", "back", "dry", "hung", "on", "runs");
    expect(words("R32", "damp")).toMatch(/just damp.*Alcohol or glass cleaner/s);
    expect(words("R32", "front")).toMatch(/both faces at once.*hardly touching/s);
  });
  test("R33: pads, then wiper cleaners, then wipers; holders cleaned before the new part; a short kit ends it before it begins", () => {
    inOrder("R33", ...["kit", "side", "cover", "pads-out", "pads-holders", "pads-in", "cleaners-out", "cleaners-holders", "cleaners-in"]);
    inOrder("R33", "cleaners-in", "wipers-out", "holders", "wipers-in", "level", "ok", "cover-shut", "confirm", "check");
    expect(words("R33", "wipers-in")).toContain("firmly");
    expect(JSON.stringify(step("R33", "kit"))).toContain('"ends":"a part of the kit is missing"');
  });
  test("R34: off and unplugged, the poor channels' dampers only, 3.5 mL each, hardly going means stop, load 10 to 15 s", () => {
    inOrder("R34", "which", "fits", "fill", "off", "aside", "rag", "dampers", "tube", "amount", "passed", "wet", "dampers-on", "rag-out");
    inOrder("R34", "rag-out", "home", "on", "load", "clean", "check");
    expect(words("R34", "amount")).toMatch(/gently and steadily.*3\.5 mL/s);
    expect(step("R34", "amount").bad).toMatch(/hardly goes.*stop/);
    expect(words("R34", "fill")).toContain("Never by mouth");
    expect(words("R34", "dampers")).toContain("of the poor channels only");
  });
  test("R35: never by mouth; air is in afterwards, so load and clean come before the check", () => {
    inOrder("R35", "reason", "off", "lift", "comes", "back", "on", "load", "clean", "check");
    expect(words("R35", "comes")).toContain("Never by mouth");
    expect(step("R35", "reason").why).toContain("starts over");
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
  test("R40: replaced, not cleaned; not the head cap beside it", () => {
    inOrder("R40", "parts", "platen", "menu", "cover", "cap-out", "cap-in", "roll-out", "roll-in", "cover-shut", "confirm");
    expect(words("R40", "cap-out")).toContain("Not the head cap");
    expect(plan("R40").filter(({ text: line }) => /clean/i.test(line) && !/cleans/.test(line))).toEqual([]);
  });
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
  test("R42: the chip untouched, the used one bagged and sealed; one at a time", () => {
    expect(words("R42", "new")).toContain("Don't touch its chip");
    inOrder("R42", "before", "which", "idle", "new", "cover", "out", "bag", "in", "cover-shut", "after", "other");
    inOrder("R42", "support", "far", "out", "in", "support-back", "flap-in");
    expect(JSON.stringify(step("R42", "other"))).toContain('"goTo":"which"');
  });
  test("R43: paper out; the cutter comes to its place; the old blade in a tube, its edge away", () => {
    inOrder("R43", "paper", "menu", "comes", "cover", "screw", "old", "new", "tighten", "cover-shut", "confirm", "cut", "sharps");
    expect(words("R43", "old")).toMatch(/edge away from you, into the tube/);
  });
  test("R44: level before and after with pictures, ten hours of drying, proof before the reset, in again before the reset, out of service mode", () => {
    inOrder("R44", ...["before", "reading-before", "off", "out", "emptied-ml", "felt", "wash", "emptied", "dry", "quite-dry", "repack"]);
    inOrder("R44", ...["repack", "repacked", "close", "proof", "in", "service", "menu", "reset", "restart", "after", "reading-after"]);
    expect(step("R44", "dry")).toMatchObject({ waitMinutes: 600 });
    expect(step("R44", "proof").why).toContain("A wrong reset floods the machine");
    expect(words("R44", "reset")).toContain("Only since it really was emptied");
    expect(step("R44", "emptied")).toMatchObject({ kind: "photo" });
    expect("optional" in step("R44", "emptied")).toBe(false);
  });
  test("R45: nothing draws; lever shut before the tube leaves its holder and before it leaves the container; the last drops are waited for", () => {
    inOrder(
      "R45",
      "still",
      "before",
      "container",
      "valve",
      "tube",
      "into",
      "open",
      "run",
      "agitate",
      "drain",
      "shut",
      "tube-back",
      "after",
      "label",
    );
    expect(step("R45", "shut").settles).toBe("valve");
  });
  test("R47: sides and back of the surround, never the middle", () => expect(words("R47", "surround")).toContain("Never the middle"));
  test("R48: off and unplugged; rear, rail, rollers, shaft; dry; nothing wiped where it was clean", () => {
    inOrder("R48", "off", "covers", "rear", "rail", "rollers", "shaft", "dry", "left", "covers-on", "on");
    expect(step("R48", "rail").when).toEqual({ not: { recorded: "found", is: "clean" } });
  });
});
