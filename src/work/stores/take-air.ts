import { type Static, Type } from "typebox";
import { inRange } from "../../core/condition/room/readings.ts";
import { accept } from "../../core/record/validate.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { tellScreens } from "../../ledger/live.ts";
import { addReadings, addToSensor, type RoomRow, type SensorRow, sensorRows } from "../../ledger/room.ts";
import { now } from "../clock.ts";
import { airNow } from "../facts/air-now.ts";
import { loadShop } from "../shop/shop.ts";
import { networkOf } from "./settings.ts";

/** What a sensor sends: JSON, `at` where it has a clock. */
export const AirMessage = Type.Object({
  celsius: Type.Number({ minimum: -100, maximum: 200 }),
  humidity: Type.Number({ minimum: -50, maximum: 200 }),
  sensor: Type.Optional(Type.String({ pattern: "^[A-Za-z0-9][A-Za-z0-9._-]*$", maxLength: 60 })),
  at: Type.Optional(Type.String({ format: "date-time" })),
});
export type AirMessage = Static<typeof AirMessage>;

const MAX_BYTES = 1000;
/** A device's clock that is off by more is not believed. */
const CLOCK_SLACK_MS = 10 * 60_000;
/** Sensors heard of between two writings; more of them is noise. */
const MAX_SENSORS = 200;
/** Sensors that nobody has taken up are remembered up to so many, so that a supervisor can take one up. */
const MOST_OFFERED = 50;

type Heard = { messages: number; kept: number; refused: number; refusedWhy: string | null; refusedAt: Date | null; seenAt: Date };

/**
 * Takes what sensors of a site send, however much: of each sensor that a supervisor has taken up one reading a minute is kept,
 * the rest counted; what is no reading is counted with its reason. Bounded in memory; written in one go each time `keep` is called.
 */
export class AirIntake {
  private readonly heard = new Map<string, Heard>();
  private readonly readings = new Map<string, RoomRow>();
  private words = "";

  constructor(
    private readonly db: Database,
    private readonly site: string,
  ) {}

  /** One message about an area, as it came. Never throws. */
  offer(area: string, payload: string | Uint8Array): void {
    const at = now();
    const length = payload.length;
    const read = length > MAX_BYTES ? undefined : parse(typeof payload === "string" ? payload : new TextDecoder().decode(payload));
    const sensor = read && "value" in read ? (read.value.sensor ?? area) : area;
    const of = this.of(area, sensor, at);
    of.messages++;
    of.seenAt = at;
    const refuse = (why: string) => {
      of.refused++;
      of.refusedWhy = why;
      of.refusedAt = at;
    };
    if (!read) return refuse(`a message of ${length} bytes; at most ${MAX_BYTES} are read`);
    if ("fault" in read) return refuse(read.fault);
    const { celsius, humidity } = read.value;
    if (!inRange({ celsius, humidity })) return refuse(`${celsius} °C, ${humidity} %: no room has such air`);
    const said = read.value.at ? new Date(read.value.at) : at;
    const when = Math.abs(said.getTime() - at.getTime()) > CLOCK_SLACK_MS ? at : said;
    const minute = Math.floor(when.getTime() / 60_000) * 60_000;
    this.readings.set(`${area}/${sensor}/${minute}`, { area, sensor, at: new Date(minute), celsius, humidity });
  }

  private of(area: string, sensor: string, at: Date): Heard {
    const wanted = `${area}/${sensor}`;
    const key = this.heard.has(wanted) || this.heard.size < MAX_SENSORS ? wanted : "?/too many sensors";
    const known = this.heard.get(key) ?? { messages: 0, kept: 0, refused: 0, refusedWhy: null, refusedAt: null, seenAt: at };
    this.heard.set(key, known);
    return known;
  }

  /** Writes what came since the last time; tells the screens where a room's air is another than before. */
  async keep(): Promise<void> {
    if (this.heard.size === 0) return;
    const [heard, rows] = [[...this.heard], [...this.readings.values()]];
    this.heard.clear();
    this.readings.clear();
    const shop = await loadShop(this.db, this.site);
    const before = await sensorRows(this.db, this.site);
    const takenUp = new Set(takenUpSensors(shop, before));
    const isTakenUp = (area: string, sensor: string) => takenUp.has(`${area}/${sensor}`) && shop.areas.some(({ id }) => id === area);
    const offered = new Set(before.map(({ area, sensor }) => `${area}/${sensor}`));
    const known = rows.filter(({ area, sensor }) => isTakenUp(area, sensor));
    const added = await addReadings(this.db, this.site, known);
    for (const [key, { messages, refused, refusedWhy, refusedAt, seenAt }] of heard) {
      const [area = "", sensor = ""] = key.split("/");
      const strange = !isTakenUp(area, sensor);
      if (strange && !offered.has(key) && offered.size >= takenUp.size + MOST_OFFERED) continue;
      offered.add(key);
      const isArea = shop.areas.some(({ id }) => id === area);
      await addToSensor(this.db, this.site, {
        area: area.slice(0, 60),
        sensor: sensor.slice(0, 60),
        seenAt,
        messages,
        kept: strange ? 0 : known.filter((row) => row.area === area && row.sensor === sensor).length,
        refused: strange ? messages : refused,
        refusedWhy: !isArea ? `there is no area “${area.slice(0, 60)}” in this shop` : strange ? (refusedWhy ?? NOT_TAKEN_UP) : refusedWhy,
        refusedAt: strange ? seenAt : refusedAt,
      });
    }
    if (added === 0) return;
    const words = JSON.stringify([...(await airNow(this.db, shop))].map(([area, { word, isDryDay }]) => [area, word, isDryDay]));
    if (words !== this.words) {
      this.words = words;
      await tellScreens(this.db, this.site);
    }
  }
}

const NOT_TAKEN_UP = "nobody has taken this sensor up yet";

/** The sensors whose readings are kept, as `area/sensor`: those of the setting, or, where it names none yet, those that were kept until now. */
export const takenUpSensors = (shop: Shop, heard: readonly SensorRow[]): string[] =>
  networkOf(shop).sensors ?? heard.filter(({ kept }) => kept > 0).map(({ area, sensor }) => `${area}/${sensor}`);

function parse(text: string): { value: AirMessage } | { fault: string } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { fault: "a message that is no JSON" };
  }
  const accepted = accept(AirMessage, value);
  return "value" in accepted
    ? accepted
    : {
        fault: accepted.problems
          .map(({ path, message }) => `${path} ${message}`)
          .join("; ")
          .slice(0, 200),
      };
}
