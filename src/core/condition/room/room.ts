import { type Static, Type } from "typebox";
import type { MachineClass } from "../../fleet/vocabulary.ts";
import { dewPointC, humidifierLitresAnHour, vapourPressureHpa, waterGPerM3 } from "./air.ts";
import { type AirReading, hoursBelow, SENSOR } from "./readings.ts";

const percent = Type.Number({ minimum: 1, maximum: 99 });
const closed = { additionalProperties: false } as const;

/** A room and the air it is to have; defaults are common practice, no source. */
export const RoomSettings = Type.Object(
  {
    volumeM3: Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 }),
    airChangesAnHour: Type.Number({ minimum: 0, maximum: 60 }),
    /** Below it the room is too dry; what it is to be; above it film and powder suffer. */
    floorPercent: percent,
    targetPercent: percent,
    highPercent: percent,
    /** How far dry air shortens idle bounds and intervals, as a share taken off. */
    dryShortens: Type.Number({ minimum: 0, maximum: 0.9 }),
    /** Hours below the floor within the last 24 that make a dry day. */
    dryHours: Type.Number({ minimum: 0.5, maximum: 24 }),
  },
  closed,
);
export type RoomSettings = Static<typeof RoomSettings>;
export const ROOM_SETTINGS: RoomSettings = {
  volumeM3: 200,
  airChangesAnHour: 1,
  floorPercent: 40,
  targetPercent: 45,
  highPercent: 65,
  dryShortens: 0.5,
  dryHours: 4,
};

/** Floors by class: at least 40 % everywhere, better 45 % for DTG; above 50 % for DTF left capped (handbook; common practice, no source). */
export const CLASS_FLOOR: Record<MachineClass, { floor: number; aim: number; idle: number }> = {
  dtf: { floor: 40, aim: 45, idle: 50 },
  dtg: { floor: 40, aim: 45, idle: 45 },
  uv: { floor: 40, aim: 45, idle: 40 },
  wide: { floor: 40, aim: 45, idle: 40 },
  cij: { floor: 40, aim: 45, idle: 40 },
};

export type RoomNow = {
  word: "dry" | "right" | "damp" | "silent" | "unknown";
  words: string;
  at: number | null;
  celsius: number | null;
  humidity: number | null;
  dewPointC: number | null;
  waterGPerM3: number | null;
  vapourHpa: number | null;
  humidifierLitresAnHour: number | null;
  /** In the last 24 hours. */
  belowHours: number;
  knownHours: number;
  /** Dry for so long that idle bounds and intervals are shortened. */
  isDryDay: boolean;
};

/** A room as its readings have it. @param good readings that can be used, oldest first */
export function roomNow(good: readonly AirReading[], settings: RoomSettings, now: number): RoomNow {
  const last = good.at(-1);
  const { below, known } = hoursBelow(good, settings.floorPercent, now - 24 * 3_600_000, now);
  const nothing = { celsius: null, humidity: null, dewPointC: null, waterGPerM3: null, vapourHpa: null, humidifierLitresAnHour: null };
  const day = { belowHours: below, knownHours: known, isDryDay: below >= settings.dryHours };
  if (!last) return { word: "unknown", words: "no reading yet", at: null, ...nothing, ...day };
  const { celsius, humidity, at } = last;
  const gives = humidifierLitresAnHour(settings, celsius, humidity, settings.targetPercent);
  const figures = {
    celsius,
    humidity,
    dewPointC: dewPointC(celsius, humidity),
    waterGPerM3: waterGPerM3(celsius, humidity),
    vapourHpa: vapourPressureHpa(celsius, humidity),
    humidifierLitresAnHour: gives,
  };
  if (now - at > SENSOR.gapMinutes * 60_000)
    return {
      word: "silent",
      words: `no reading for ${Math.round((now - at) / 3_600_000)} h; the last was ${figure(humidity)} %`,
      at,
      ...figures,
      ...day,
    };
  if (humidity < settings.floorPercent)
    return {
      word: "dry",
      words: `${figure(humidity)} %, below the floor of ${settings.floorPercent} %: a humidifier must give ${figure(gives, 2)} L an hour for ${settings.targetPercent} %`,
      at,
      ...figures,
      ...day,
    };
  if (humidity > settings.highPercent)
    return {
      word: "damp",
      words: `${figure(humidity)} %, above ${settings.highPercent} %: film and powder suffer`,
      at,
      ...figures,
      ...day,
    };
  return { word: "right", words: `${figure(humidity)} % at ${figure(celsius)} °C`, at, ...figures, ...day };
}

/** The rest of a span after dry air shortened it. */
export const shortened = (span: number, { dryShortens }: Pick<RoomSettings, "dryShortens">): number => span * (1 - dryShortens);

const figure = (value: number, digits = 1): string => String(Number(value.toFixed(digits)));
