import check from "./en/check.json";
import drawing from "./en/drawing.json";
import floor from "./en/floor.json";
import floorWork from "./en/floor-work.json";
import kit from "./en/kit.json";
import next from "./en/next.json";
import timers from "./en/timers.json";
import vessel from "./en/vessel.json";
import wall from "./en/wall.json";
import esCheck from "./es/check.json";
import esDrawing from "./es/drawing.json";
import esFloor from "./es/floor.json";
import esFloorWork from "./es/floor-work.json";
import esKit from "./es/kit.json";
import esNext from "./es/next.json";
import said from "./es/said.json";
import esTimers from "./es/timers.json";
import esVessel from "./es/vessel.json";
import esWall from "./es/wall.json";
import { laidOver } from "./laid-over.ts";
import type { Messages } from "./messages.ts";

/** What is kept in English, in Spanish. */
export const saidInSpanish: Readonly<Record<string, string>> = said;

/** The floor in Spanish; what is not translated yet is English. */
export const es: Partial<Messages> = {
  check: laidOver(check, esCheck),
  drawing: laidOver(drawing, esDrawing),
  floor: laidOver(floor, esFloor),
  floorWork: laidOver(floorWork, esFloorWork),
  kit: laidOver(kit, esKit),
  next: laidOver(next, esNext),
  timers: laidOver(timers, esTimers),
  vessel: laidOver(vessel, esVessel),
  wall: laidOver(wall, esWall),
};
