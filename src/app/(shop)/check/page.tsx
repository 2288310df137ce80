import { clockTime } from "../../../core/calendar/site-time.ts";
import { restingUntil } from "../../../core/nozzles/ladder/what-now.ts";
import { routineBy } from "../../../core/routines/routine-for.ts";
import { CheckDesk } from "../../../ui/check/check-desk.tsx";
import next from "../../../words/en/next.json";
import { Held } from "../../../words/held.tsx";
import { board } from "../../../work/board/board.ts";
import { now } from "../../../work/clock.ts";
import { database } from "../../../work/database.ts";
import { nozzleDesks } from "../../../work/facts/nozzles.ts";
import { patternOf } from "../../../work/shop/patterns.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Nozzle check" };

export default async function CheckPage({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const wanted = await searchParams;
  const text = (value: string | string[] | undefined) => (typeof value === "string" ? value : "");
  const ids = text(wanted.machines).split(",").filter(Boolean);
  const view = await board(database(), actor);
  const rows = view.machines.filter((row) => row.class !== "cij");
  const shop = await loadShop(database(), actor.site);
  const steps = (routineBy("opening-check", shop.rules.book)?.steps ?? []).flatMap((step) => ("text" in step ? [step.text] : []));
  const patterns = Object.fromEntries(
    rows.flatMap(({ id }) => {
      const pattern = patternOf(shop, id);
      return pattern ? [[id, pattern]] : [];
    }),
  );
  const desks = await nozzleDesks(
    database(),
    shop,
    shop.machines.filter(({ id }) => rows.some((row) => row.id === id)),
  );
  const rests = Object.fromEntries(
    [...desks].flatMap(([id, desk]) => {
      const until = restingUntil(desk, now().getTime());
      return until === undefined ? [] : [[id, clockTime(new Date(until), shop.site.timeZone)]];
    }),
  );
  return (
    <Held words={{ next }}>
      <CheckDesk patterns={patterns} rests={rests} rows={rows} chosen={ids} routine={text(wanted.routine)} seq={view.seq} steps={steps} />
    </Held>
  );
}
