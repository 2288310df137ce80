import { TimelinePage } from "../../../ui/plan/timeline-page.tsx";
import { database } from "../../../work/database.ts";
import { roundView } from "../../../work/rounds/rounds.ts";
import { found } from "../../found.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Plan" };

type Props = { searchParams: Promise<{ on?: string; what?: string }> };

export default async function Plan({ searchParams }: Props) {
  const actor = await pageActor();
  const { on, what } = await searchParams;
  const first = await found(roundView(database(), actor, { on: on ?? null, what: what ?? null, safe: false }));
  return <TimelinePage first={first} role={actor.role} />;
}
