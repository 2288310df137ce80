import { RoundsPage } from "../../../ui/plan/rounds-page.tsx";
import { database } from "../../../work/database.ts";
import { roundView } from "../../../work/rounds/rounds.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Rounds" };

export default async function Rounds() {
  const actor = await pageActor();
  return <RoundsPage first={await roundView(database(), actor, { on: null, what: null, safe: false })} role={actor.role} />;
}
