import { HeadsPage } from "../../../../ui/nozzles/heads-page.tsx";
import practice from "../../../../words/en/practice.json";
import { Words } from "../../../../words/words.tsx";
import { things } from "../../../../work/board/condition.ts";
import { database } from "../../../../work/database.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Heads and parts" };

export default async function Page() {
  const actor = await pageActor();
  return (
    <Words messages={{ practice }}>
      <HeadsPage list={await things(database(), actor)} />
    </Words>
  );
}
