import { notFound } from "next/navigation";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { Empty } from "../../../../../ui/kit/card.tsx";
import { Room } from "../../../../../ui/kit/room.tsx";
import { RoutineEditor } from "../../../../../ui/routines/routine-editor.tsx";
import words from "../../../../../words/en/shop.json";
import { database } from "../../../../../work/database.ts";
import { routinePage } from "../../../../../work/routines/routines.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Routine" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  const { id } = await params;
  try {
    return <RoutineEditor id={id} page={await routinePage(database(), actor, id === "new" ? null : id)} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    if (error instanceof Refusal)
      return (
        <Room title={words.title}>
          <Empty title={error.message} />
        </Room>
      );
    throw error;
  }
}
