/** A reading of a room's air. Time in milliseconds. */
export type AirReading = { at: number; celsius: number; humidity: number };

export type RoomFault = { kind: "gap" | "frozen" | "jump" | "range"; from: number; to: number; words: string };

/** What a sensor can't truly say; common practice, no source. */
export const SENSOR = {
  celsius: [-10, 60] as const,
  humidity: [2, 99] as const,
  /** Longer than this without a reading is a gap; nothing is made up for it. */
  gapMinutes: 150,
  /** The very same figures for so long: it is frozen. */
  frozenHours: 12,
  frozenReadings: 6,
  /** Faster than a room can change, within so many minutes. */
  jumpMinutes: 15,
  jumpCelsius: 6,
  jumpHumidity: 20,
};

export const inRange = ({ celsius, humidity }: Pick<AirReading, "celsius" | "humidity">): boolean =>
  celsius >= SENSOR.celsius[0] && celsius <= SENSOR.celsius[1] && humidity >= SENSOR.humidity[0] && humidity <= SENSOR.humidity[1];

/**
 * Holds readings against what air can do: those out of range and lone jumps are left out of what is used, gaps and frozen spells are told of.
 *
 * @param readings oldest first
 * @returns `good` are those to use
 */
export function checkReadings(readings: readonly AirReading[], until: number): { good: AirReading[]; faults: RoomFault[] } {
  const faults: RoomFault[] = [];
  const good: AirReading[] = [];
  let outOf: RoomFault | undefined;
  readings.forEach((reading, index) => {
    if (!inRange(reading)) {
      if (outOf && outOf.to >= (readings[index - 1]?.at ?? 0)) outOf.to = reading.at;
      else {
        outOf = {
          kind: "range",
          from: reading.at,
          to: reading.at,
          words: `${figure(reading.celsius)} °C, ${figure(reading.humidity)} %: no room has such air`,
        };
        faults.push(outOf);
      }
      return;
    }
    const before = good.at(-1);
    const next = readings[index + 1];
    if (before && isJump(before, reading)) {
      const alone = next !== undefined && inRange(next) && !isFar(before, next);
      if (alone || !next)
        faults.push({
          kind: "jump",
          from: before.at,
          to: reading.at,
          words: `from ${figure(before.humidity)} % to ${figure(reading.humidity)} % within ${Math.round((reading.at - before.at) / 60_000)} minutes: faster than a room changes`,
        });
      // A lone spike is left out; where the next reading agrees with it, the room did change.
      if (alone) return;
    }
    good.push(reading);
  });
  faults.push(...gaps(readings, until), ...frozen(good));
  return { good, faults: faults.sort((a, b) => a.from - b.from) };
}

const isFar = (a: AirReading, b: AirReading): boolean =>
  Math.abs(b.humidity - a.humidity) > SENSOR.jumpHumidity || Math.abs(b.celsius - a.celsius) > SENSOR.jumpCelsius;
const isJump = (a: AirReading, b: AirReading): boolean => b.at - a.at <= SENSOR.jumpMinutes * 60_000 && isFar(a, b);

function gaps(readings: readonly AirReading[], until: number): RoomFault[] {
  const ends = [...readings.map(({ at }) => at), until];
  return ends.flatMap((at, index): RoomFault[] => {
    const before = ends[index - 1];
    if (before === undefined || at - before <= SENSOR.gapMinutes * 60_000) return [];
    return [
      { kind: "gap", from: before, to: at, words: `no reading for ${Math.round((at - before) / 3_600_000)} h: what was then is not known` },
    ];
  });
}

function frozen(readings: readonly AirReading[]): RoomFault[] {
  const found: RoomFault[] = [];
  let start = 0;
  for (let index = 1; index <= readings.length; index++) {
    const [first, here, before] = [readings[start], readings[index], readings[index - 1]];
    if (first && here && here.celsius === first.celsius && here.humidity === first.humidity) continue;
    if (first && before && index - start >= SENSOR.frozenReadings && before.at - first.at >= SENSOR.frozenHours * 3_600_000)
      found.push({
        kind: "frozen",
        from: first.at,
        to: before.at,
        words: `${figure(first.celsius)} °C and ${figure(first.humidity)} % without the least change for ${Math.round((before.at - first.at) / 3_600_000)} h: the sensor is frozen`,
      });
    start = index;
  }
  return found;
}

/**
 * Hours that the air was below a floor, between two moments. Each reading stands until the next one, and no longer than a gap.
 *
 * @returns `known`: hours of which something is known
 */
export function hoursBelow(
  readings: readonly AirReading[],
  floorPercent: number,
  from: number,
  to: number,
): { below: number; known: number } {
  let [below, known] = [0, 0];
  readings.forEach((reading, index) => {
    const end = Math.min(readings[index + 1]?.at ?? Number.POSITIVE_INFINITY, reading.at + SENSOR.gapMinutes * 60_000, to);
    const begin = Math.max(reading.at, from);
    if (end <= begin) return;
    const hours = (end - begin) / 3_600_000;
    known += hours;
    if (reading.humidity < floorPercent) below += hours;
  });
  return { below, known };
}

const figure = (value: number): string => String(Number(value.toFixed(1)));
