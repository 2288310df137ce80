import { localDay } from "../core/calendar/site-time.ts";
import { printsChecks } from "../core/fleet/channels.ts";
import type { Machine } from "../core/fleet/schema.ts";
import { usualPattern } from "../core/nozzles/usual-pattern.ts";
import type { Database } from "../ledger/database.ts";
import { addReadings } from "../ledger/room.ts";
import { putSignIn } from "../work/access/auth.ts";
import { putPin } from "../work/access/pin.ts";
import { now } from "../work/clock.ts";
import { saveRoutine } from "../work/routines/routines.ts";
import { foundSite } from "../work/shop/fleet.ts";
import type { SettingChange } from "../work/shop/settings.ts";
import { aheadMs, DEMO_SITE, DEMO_ZONE } from "./clock.ts";
import { DEMO_DAYS, demoHistory } from "./history.ts";
import { demoHouse } from "./house.ts";
import { DATA_SHEETS, OWN_ROUTINE } from "./own-settings.ts";
import { DEMO_PASSWORD, DEMO_PIN } from "./password.ts";
import { roomHistory } from "./room-history.ts";
import { storeSettings } from "./store-items.ts";

/** Makes the demo house with its ninety days, as seen from now; at night and on days without work the clock is set ahead. */
export async function seedDemo(db: Database, ahead = aheadMs(new Date())): Promise<void> {
  const zone = DEMO_ZONE;
  process.env.ZESTY_CLOCK_AHEAD_MS = String(ahead);
  const today = localDay(now(), { timeZone: zone });
  const house = demoHouse(today);
  await foundSite(db, DEMO_SITE, house, (shop) => demoHistory(shop, today, now()), [
    ...storeSettings(),
    { subject: "safety", id: "sheets", body: { sheets: DATA_SHEETS }, what: `${DATA_SHEETS.length} data sheets linked` },
    ...checkSheets(house.machines),
    ...clockSetting(process.env.ZESTY_NOW ? 0 : ahead),
  ]);
  await addReadings(db, DEMO_SITE, roomHistory(today, now(), zone, DEMO_DAYS));
  const supervisor = house.people?.find(({ role }) => role === "supervisor");
  if (supervisor) {
    const actor = { site: DEMO_SITE, personId: supervisor.id, name: supervisor.name, role: "supervisor", sessionId: "demo" } as const;
    await saveRoutine(db, actor, { text: OWN_ROUTINE, why: "the dryer drew powder" });
  }
  for (const person of house.people ?? []) {
    await putSignIn(DEMO_SITE, person, { password: DEMO_PASSWORD });
    if (person.role !== "viewer") await putPin(DEMO_SITE, person.id, DEMO_PIN);
  }
}

/** What each machine's check sheet looks like; those that print no check have none. */
const checkSheets = (machines: readonly Machine[]): SettingChange[] =>
  machines.filter(printsChecks).flatMap((machine) => {
    const pattern = usualPattern(machine);
    const what = `Check sheet of ${machine.name}: ${pattern?.channels.length} channels`;
    return pattern ? [{ subject: "pattern", id: machine.id, body: pattern, what }] : [];
  });

const clockSetting = (ahead: number): SettingChange[] =>
  ahead
    ? [
        {
          subject: "clock",
          id: "demo",
          body: { aheadMs: ahead },
          what: `The demo's clock set ${Math.round(ahead / 3_600_000)} h ahead, to the next print day`,
        },
      ]
    : [];
