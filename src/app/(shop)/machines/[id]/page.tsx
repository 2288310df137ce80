import { notFound } from "next/navigation";
import { Refusal } from "../../../../core/shop/refusal.ts";
import { MachinePage } from "../../../../ui/machine/machine-page.tsx";
import { database } from "../../../../work/database.ts";
import { machineView } from "../../../../work/machine/machine.ts";
import { pageActor } from "../../../page-actor.ts";

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  return { title: decodeURIComponent((await params).id).slice(0, 60) };
}

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  try {
    return <MachinePage view={await machineView(database(), actor, decodeURIComponent((await params).id))} role={actor.role} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
