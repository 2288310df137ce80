import { PartsPage } from "../../../../../ui/machine/parts-page.tsx";
import { database } from "../../../../../work/database.ts";
import { machineView } from "../../../../../work/machine/machine.ts";
import { decoded } from "../../../../decoded.ts";
import { found } from "../../../../found.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Parts" };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ part?: string }> };

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const view = await found(machineView(database(), actor, decoded((await params).id)));
  return <PartsPage view={view} role={actor.role} part={(await searchParams).part ?? null} />;
}
