import { mayDo } from "../../../../core/safety/who-may.ts";
import { BenchPage } from "../../../../ui/stores/bench-page.tsx";
import { database } from "../../../../work/database.ts";
import { benchView } from "../../../../work/stores/bench.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Mixing" };

export default async function Bench() {
  const actor = await pageActor();
  return <BenchPage view={await found(benchView(database(), actor))} mayRecord={mayDo(actor.role, "record")} />;
}
