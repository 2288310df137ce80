import type { ReactNode } from "react";
import plan from "../../../words/en/plan.json";
import { Words } from "../../../words/words.tsx";
import { database } from "../../../work/database.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { pageActor } from "../../page-actor.ts";

export default async function PlanLayout({ children }: { children: ReactNode }) {
  const actor = await pageActor();
  const shop = await loadShop(database(), actor.site);
  return (
    <Words messages={{ plan }} timeZone={shop.site.timeZone}>
      {children}
    </Words>
  );
}
