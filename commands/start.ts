import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { isIP } from "node:net";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { sql } from "drizzle-orm";
import QRCode from "qrcode";
import { openDatabase } from "../src/ledger/database.ts";
import { migrateDatabase } from "../src/ledger/migrate.ts";
import { mayChangeLedger } from "../src/ledger/rights.ts";
import { allSites } from "../src/ledger/settings.ts";
import { build, firstRunCode, secret, startServer, waitUntilUp } from "./app.ts";
import { ensureCertificate, lanAddresses, writeTrustPage } from "./lan.ts";
import { listKinds } from "./list-kinds.ts";
import { APP_ROLE, ensureDatabase, freePort, portIsFree, type Urls } from "./postgres.ts";
import { runningServer } from "./running.ts";
import { Fault, run, say } from "./say.ts";
import { spawnStandIns } from "./stand-ins.ts";
import { STATE } from "./state.ts";

const FIRST_PORT = 4780;
/** As the demo house's settings have it. */
const DEMO_AIR_TOPIC = "eddering/+/air";

await run(main);

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      port: { type: "string" },
      "no-demo": { type: "boolean" },
      dev: { type: "boolean" },
      lan: { type: "boolean" },
      address: { type: "string" },
      cert: { type: "string" },
      key: { type: "string" },
    },
  });
  mkdirSync(STATE, { recursive: true });
  listKinds();
  const running = runningServer();
  if (running) {
    say(`Zesty Anvil is running already at ${running.address ?? `http://127.0.0.1:${running.port}`} (stop it with ./zesty stop).`);
    return;
  }
  const port = await choosePort(values.port);
  const demo = !values["no-demo"];
  const database = demo ? "zesty" : "zesty_shop";
  const urls = await ensureDatabase(database);
  writeFileSync(join(STATE, "database"), database);
  say("Bringing the database up to date …");
  await migrateDatabase(urls.owner, appRole(urls)).catch((error) => {
    throw new Fault(
      `The database can't be used: ${error instanceof AggregateError ? error.errors.map(String).join("; ") : error.message}. Is DATABASE_URL right, and the server running?`,
    );
  });
  if (await mayChangeLedger(urls.app)) warnOfOwner();
  process.env.DATABASE_URL = urls.app;
  process.env.ZESTY_SECRET = secret();
  const code = demo ? undefined : await codeOf(urls.app);
  if (code) process.env.ZESTY_FIRST_RUN_CODE = code;
  process.env.ZESTY_CLOCK_AHEAD_MS = demo ? String(await demoOf(urls.app)) : "";
  if (!values.dev) await build();
  const log = join(STATE, "server.log");
  writeFileSync(log, "");
  const lan = values.lan ? await onTheNetwork(port, values) : undefined;
  // The demo's rooms have simulated sensors, heard over a small broker of their own.
  const brokerPort = demo ? await freePort() : undefined;
  const env = brokerPort ? { ZESTY_STAND_IN_BROKER: `mqtt://127.0.0.1:${brokerPort}` } : undefined;
  const server = startServer({ port, databaseUrl: urls.app, demo, dev: values.dev, log, lan, env });
  writeFileSync(join(STATE, "server.json"), JSON.stringify({ pid: server.pid, port, demo, ...(lan ? { address: lan.address } : {}) }));
  await waitUntilUp(port, server, log, { secure: Boolean(lan) });
  if (brokerPort && server.pid) spawnStandIns(brokerPort, DEMO_AIR_TOPIC, server.pid, log);
  server.unref();
  say(`\nZesty Anvil is at ${lan?.address ?? `http://127.0.0.1:${port}`}`);
  if (lan?.trust) {
    say(`A tablet is led through trusting it at http://${new URL(lan.address).hostname}:${lan.trust.port} (once for each tablet):`);
    say(await QRCode.toString(`http://${new URL(lan.address).hostname}:${lan.trust.port}`, { type: "terminal", small: true }));
  }
  const aheadHours = Math.round(Number(process.env.ZESTY_CLOCK_AHEAD_MS) / 3_600_000);
  if (aheadHours) say(`The demo's clock is ${aheadHours} h ahead, so that it opens while the shop works.`);
  say(
    demo
      ? "Demo house Tern & Harrow. One click signs in: Ottoline Marsh (supervisor), Bram Teasel, Ngozi Fairweather, Ilse Quarrie, Tadeo Lund, Wren Abara (operators), Mirko Salt (technician)."
      : code
        ? `The first page asks for the first supervisor, and for this code, once: ${code}`
        : "The shop is set up. Sign in.",
  );
  process.exit(0);
}

/** The role that gets the application's rights: our own cluster's, or the one of `DATABASE_URL` where the owner is another. */
function appRole({ app, owner }: Urls): string | undefined {
  if (!process.env.DATABASE_URL) return APP_ROLE;
  const [user, ownUser] = [app, owner].map((url) => decodeURIComponent(new URL(url).username));
  return user && user !== ownUser ? user : undefined;
}

/** HTTPS for the shop floor: this machine's address, its certificate, the page for trusting it. */
async function onTheNetwork(port: number, { address: wanted, cert, key }: { address?: string; cert?: string; key?: string }) {
  if (Boolean(cert) !== Boolean(key)) throw new Fault("The house's own certificate takes both: --cert and --key.");
  const addresses = lanAddresses();
  const host = wanted ?? addresses[0];
  if (!host) throw new Fault("This machine has no address on a network. Connect it, or name one with --address.");
  const address = `https://${host}:${port}`;
  const certificate = ensureCertificate(
    [...new Set([host, ...addresses])].filter(isIP),
    cert && key ? { certificate: cert, key } : undefined,
  );
  if (!certificate.caFile) return { address, certificate };
  const trustPort = (await portIsFree(port + 1)) ? port + 1 : await freePort();
  const page = await writeTrustPage({ address, trustAddress: `http://${host}:${trustPort}` });
  return { address, certificate, trust: { port: trustPort, page } };
}

function warnOfOwner(): void {
  say(`
WARNING: the application uses the role that owns the database. Whoever takes the application over can change the logbook unseen.
Make a second role (CREATE ROLE zesty_app LOGIN PASSWORD '…'), give its address as DATABASE_URL
and the owner's as DATABASE_OWNER_URL. The start then gives it its rights: to add to the logbook, never to change it.
`);
}

/** The one-time code of the first run, while nobody can sign in. */
async function codeOf(url: string): Promise<string | undefined> {
  const { db, pool } = openDatabase(url, 1);
  const { rows } = await db.execute(sql`SELECT 1 FROM auth."user" LIMIT 1`);
  await pool.end();
  if (rows.length === 0) return firstRunCode();
  rmSync(join(STATE, "first-run-code"), { force: true });
  return undefined;
}

/** Makes the demo house where there is none yet. @returns how far its clock is ahead, in ms */
async function demoOf(url: string): Promise<number> {
  const { db, pool } = openDatabase(url, 2);
  const empty = (await allSites(db)).length === 0;
  if (empty) {
    say("Making the demo house and its ninety days …");
    const { seedDemo } = await import("../src/demo/seed.ts");
    await seedDemo(db);
    await db.execute(sql`ANALYZE`).catch(() => {});
  }
  const { keptAheadMs } = await import("../src/demo/clock.ts");
  const ahead = await keptAheadMs(db);
  await pool.end();
  return ahead;
}

async function choosePort(wanted?: string): Promise<number> {
  if (wanted !== undefined) {
    const port = Number(wanted);
    if (!Number.isInteger(port) || port < 1 || port > 65535) throw new Fault(`“${wanted}” is no port; expected a number from 1 to 65535.`);
    if (!(await portIsFree(port)))
      throw new Fault(`Port ${port} is in use by another program. Choose another with --port, or stop that program.`);
    return port;
  }
  for (let port = FIRST_PORT; port < FIRST_PORT + 20; port++) if (await portIsFree(port)) return port;
  return freePort();
}
