import { mayDo } from "../../../../../core/safety/who-may.ts";
import { MachineSetUp, SupervisorOnly } from "../../../../../ui/machine/machine-set-up.tsx";
import { database } from "../../../../../work/database.ts";
import { machineView } from "../../../../../work/machine/machine.ts";
import { decoded } from "../../../../decoded.ts";
import { found } from "../../../../found.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Set-up of a machine" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  if (!mayDo(actor.role, "set-up"))
    return (
      <p className="pt-4">
        <SupervisorOnly />
      </p>
    );
  return <MachineSetUp view={await found(machineView(database(), actor, decoded((await params).id)))} />;
}
