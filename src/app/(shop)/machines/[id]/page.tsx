import { notFound } from "next/navigation";
import { Refusal } from "../../../../core/shop/refusal.ts";
import { Overview } from "../../../../ui/machine/overview.tsx";
import { database } from "../../../../work/database.ts";
import { machineView } from "../../../../work/machine/machine.ts";
import { machineStrips, STRIP_DAYS } from "../../../../work/machine/strips.ts";
import { decoded } from "../../../decoded.ts";
import { pageActor } from "../../../page-actor.ts";

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ days?: string }> };

export async function generateMetadata({ params }: Props) {
  return { title: decoded((await params).id).slice(0, 60) };
}

export default async function Page({ params, searchParams }: Props) {
  const actor = await pageActor();
  const id = decoded((await params).id);
  const asked = Number((await searchParams).days);
  const days = STRIP_DAYS.find((each) => each === asked) ?? 90;
  try {
    const [view, strips] = await Promise.all([machineView(database(), actor, id), machineStrips(database(), actor, id, days)]);
    return <Overview view={view} strips={strips} days={days} role={actor.role} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
