import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { Refusal } from "../../../../core/shop/refusal.ts";
import { MachineFrameView } from "../../../../ui/machine/machine-frame.tsx";
import machine from "../../../../words/en/machine.json";
import parts from "../../../../words/en/parts.json";
import report from "../../../../words/en/report.json";
import { Words } from "../../../../words/words.tsx";
import { database } from "../../../../work/database.ts";
import { machineFrame } from "../../../../work/machine/frame.ts";
import { decoded } from "../../../decoded.ts";
import { pageActor } from "../../../page-actor.ts";

type Props = { children: ReactNode; params: Promise<{ id: string }> };

export default async function MachineLayout({ children, params }: Props) {
  const actor = await pageActor();
  try {
    const frame = await machineFrame(database(), actor, decoded((await params).id));
    return (
      <Words messages={{ machine, parts, report }} timeZone={frame.timeZone}>
        <MachineFrameView frame={frame} role={actor.role}>
          {children}
        </MachineFrameView>
      </Words>
    );
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
