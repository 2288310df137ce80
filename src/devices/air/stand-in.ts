import { createServer } from "node:net";
import { Aedes } from "aedes";
import mqtt from "mqtt";

/** Stand-ins for a house's network: a small broker, and a sensor in each room of the demo that tells of its air. */

export type SimulatedRoom = { area: string; celsius: number; humidity: number; swing: number };
export const ROOMS: SimulatedRoom[] = [
  { area: "film", celsius: 21.5, humidity: 52, swing: 1 },
  /** Its humidifier comes and goes: below the floor and back within half an hour. */
  { area: "garment", celsius: 20.8, humidity: 46, swing: 6 },
  { area: "flatbed", celsius: 21.2, humidity: 46, swing: 1 },
  { area: "roll", celsius: 20.2, humidity: 45, swing: 1 },
  { area: "packing", celsius: 19.4, humidity: 43, swing: 1 },
];
const PERIOD_MS = 30 * 60_000;

/** A simulated room's air at a moment, in °C and per cent. */
export function simulatedAir({ celsius, humidity, swing }: SimulatedRoom, at: number): { celsius: number; humidity: number } {
  const turn = (2 * Math.PI * at) / PERIOD_MS;
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return { celsius: tenth(celsius + Math.sin(turn / 3) * 0.4), humidity: tenth(humidity + swing * Math.cos(turn)) };
}

/** A broker on loopback. @returns its port and how to end it */
export async function startBroker(port: number): Promise<{ port: number; close: () => Promise<void> }> {
  const aedes = await Aedes.createBroker();
  const server = createServer(aedes.handle);
  await new Promise<void>((done, failed) => {
    server.once("error", failed);
    server.listen(port, "127.0.0.1", done);
  });
  const address = server.address();
  return {
    port: typeof address === "object" && address ? address.port : port,
    close: () => new Promise((done) => aedes.close(() => server.close(() => done()))),
  };
}

/** Sensors that tell every few seconds, until ended. */
export function startSensors(address: string, topic: string, everyMs: number): { end: () => void } {
  const client = mqtt.connect(address, { reconnectPeriod: 2000 });
  const tell = () => {
    for (const room of ROOMS)
      client.publish(topic.replace("+", room.area), JSON.stringify({ ...simulatedAir(room, Date.now()), sensor: `${room.area}-wall` }));
  };
  client.on("connect", tell);
  const timer = setInterval(tell, everyMs);
  return {
    end: () => {
      clearInterval(timer);
      client.end(true);
    },
  };
}
