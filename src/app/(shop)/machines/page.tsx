import { MachinesPage } from "../../../ui/machine/machines-page.tsx";
import machine from "../../../words/en/machine.json";
import { Words } from "../../../words/words.tsx";
import { database } from "../../../work/database.ts";
import { machinesView } from "../../../work/machine/machines.ts";
import { found } from "../../found.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Machines" };

export default async function Page() {
  const actor = await pageActor();
  const view = await found(machinesView(database(), actor));
  return (
    <Words messages={{ machine }} timeZone={view.timeZone}>
      <MachinesPage view={view} role={actor.role} />
    </Words>
  );
}
