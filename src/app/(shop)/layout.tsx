import type { ReactNode } from "react";
import { Masthead } from "../../ui/masthead.tsx";
import { MoneyIn } from "../../ui/money-in.tsx";
import { Timers } from "../../ui/timers.tsx";
import words from "../../words/en/head.json";
import { clockAheadHours } from "../../work/clock.ts";
import { database } from "../../work/database.ts";
import { loadShop } from "../../work/shop/shop.ts";
import { pageActor } from "../page-actor.ts";

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const actor = await pageActor();
  const shop = await loadShop(database(), actor.site);
  return (
    <>
      <Masthead name={actor.name} role={actor.role} site={shop.site.name} words={words} aheadHours={clockAheadHours()} />
      <Timers />
      <MoneyIn currency={shop.stores.currency}>{children}</MoneyIn>
    </>
  );
}
