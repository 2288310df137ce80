import airKind from "./kinds/air.ts";
import amendmentKind from "./kinds/amendment.ts";
import busyKind from "./kinds/busy.ts";
import capDrainKind from "./kinds/cap-drain.ts";
import careKind from "./kinds/care.ts";
import checkKind from "./kinds/check.ts";
import counterKind from "./kinds/counter.ts";
import dayClosedKind from "./kinds/day-closed.ts";
import doorKind from "./kinds/door.ts";
import handoverKind from "./kinds/handover.ts";
import handoverSeenKind from "./kinds/handover-seen.ts";
import inkLevelKind from "./kinds/ink-level.ts";
import mixKind from "./kinds/mix.ts";
import moveKind from "./kinds/move.ts";
import noteKind from "./kinds/note.ts";
import oneOffKind from "./kinds/one-off.ts";
import oneOffOverKind from "./kinds/one-off-over.ts";
import orderKind from "./kinds/order.ts";
import partKind from "./kinds/part.ts";
import pinKind from "./kinds/pin.ts";
import positionsKind from "./kinds/positions.ts";
import printDayKind from "./kinds/print-day.ts";
import promptKind from "./kinds/prompt.ts";
import releaseKind from "./kinds/release.ts";
import repairKind from "./kinds/repair.ts";
import rosterKind from "./kinds/roster.ts";
import roundKind from "./kinds/round.ts";
import routineKind from "./kinds/routine.ts";
import runKind from "./kinds/run.ts";
import seasonKind from "./kinds/season.ts";
import settingsKind from "./kinds/settings.ts";
import sheetKind from "./kinds/sheet.ts";
import sheetInKind from "./kinds/sheet-in.ts";
import signKind from "./kinds/sign.ts";
import signOverKind from "./kinds/sign-over.ts";
import signResetKind from "./kinds/sign-reset.ts";
import sleepKind from "./kinds/sleep.ts";
import stockKind from "./kinds/stock.ts";
import taskKind from "./kinds/task.ts";
import vesselKind from "./kinds/vessel.ts";
import wasteOutKind from "./kinds/waste-out.ts";

/** Every kind of entry by its name. Written by `commands/list-kinds.ts` from the files in `kinds/`; not by hand. */
export const KINDS = {
  air: airKind,
  amendment: amendmentKind,
  busy: busyKind,
  "cap-drain": capDrainKind,
  care: careKind,
  check: checkKind,
  counter: counterKind,
  "day-closed": dayClosedKind,
  door: doorKind,
  handover: handoverKind,
  "handover-seen": handoverSeenKind,
  "ink-level": inkLevelKind,
  mix: mixKind,
  move: moveKind,
  note: noteKind,
  "one-off": oneOffKind,
  "one-off-over": oneOffOverKind,
  order: orderKind,
  part: partKind,
  pin: pinKind,
  positions: positionsKind,
  "print-day": printDayKind,
  prompt: promptKind,
  release: releaseKind,
  repair: repairKind,
  roster: rosterKind,
  round: roundKind,
  routine: routineKind,
  run: runKind,
  season: seasonKind,
  settings: settingsKind,
  sheet: sheetKind,
  "sheet-in": sheetInKind,
  sign: signKind,
  "sign-over": signOverKind,
  "sign-reset": signResetKind,
  sleep: sleepKind,
  stock: stockKind,
  task: taskKind,
  vessel: vesselKind,
  "waste-out": wasteOutKind,
} as const;
