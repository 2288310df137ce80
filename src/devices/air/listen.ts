import mqtt, { type MqttClient } from "mqtt";
import { Lead } from "../../ledger/lead.ts";
import { allSites } from "../../ledger/settings.ts";
import { database } from "../../work/database.ts";
import { loadShop } from "../../work/shop/shop.ts";
import { networkOf } from "../../work/stores/settings.ts";
import { AirIntake } from "../../work/stores/take-air.ts";

/** Listens at each site's broker for what its sensors say of the air, as the setting has it. Of several copies one does. */

const KEEP_MS = 2000;
const LOOK_MS = 15_000;
/** The lock that the listening copy holds. */
const LISTENER = 7_421_002;

type Line = { address: string; topic: string; client: MqttClient; intake: AirIntake };

/** A broker's address as it is set; the demo's stand-in is where the start command put it. */
const addressOf = (broker: string): string => (broker === "stand-in" ? (process.env.ZESTY_STAND_IN_BROKER ?? "") : broker);

/** The part of a topic that stands where the pattern has `+`. */
export function areaOf(pattern: string, topic: string): string | undefined {
  const [before = "", after = ""] = pattern.split("+");
  if (!topic.startsWith(before) || !topic.endsWith(after) || topic.length <= before.length + after.length) return undefined;
  const area = topic.slice(before.length, topic.length - after.length);
  return area.includes("/") ? undefined : area;
}

/** One line to a broker. */
export function listenAt(address: string, topic: string, intake: AirIntake): MqttClient {
  const client = mqtt.connect(address, { reconnectPeriod: 5000, connectTimeout: 5000, clean: true });
  client.on("connect", () => client.subscribe(topic));
  client.on("message", (heard, payload) => {
    const area = areaOf(topic, heard);
    if (area) intake.offer(area, payload);
  });
  // A broker that is away is tried again and again; what it said meanwhile is a gap, and seen as that.
  client.on("error", () => {});
  return client;
}

/** Listens as long as the process runs, following the settings. */
export function startListening(): void {
  const lines = new Map<string, Line>();
  const lead = new Lead(process.env.DATABASE_URL ?? "", LISTENER);
  const look = async () => {
    // Each message is counted once, however many copies run: one of them listens.
    if (!(await lead.isMine().catch(() => false))) {
      for (const { client } of lines.values()) client.end(true);
      return lines.clear();
    }
    const db = database();
    for (const site of await allSites(db)) {
      const { broker, topic } = networkOf(await loadShop(db, site));
      const address = addressOf(broker);
      const known = lines.get(site);
      if (known && known.address === address && known.topic === topic) continue;
      known?.client.end(true);
      lines.delete(site);
      if (!address) continue;
      const intake = new AirIntake(db, site);
      lines.set(site, { address, topic, intake, client: listenAt(address, topic, intake) });
    }
  };
  const calm = (work: () => Promise<unknown>) => () => void work().catch(() => {});
  setTimeout(calm(look), 500).unref();
  setInterval(calm(look), LOOK_MS).unref();
  let keeping = false;
  setInterval(
    calm(async () => {
      if (keeping) return;
      keeping = true;
      try {
        for (const { intake } of lines.values()) await intake.keep();
      } finally {
        keeping = false;
      }
    }),
    KEEP_MS,
  ).unref();
}
