import { notFound } from "next/navigation";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { RoutineEditor } from "../../../../../ui/routines/routine-editor.tsx";
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
        <main className="px-4 py-8">
          <h1>Routine</h1>
          <p className="mt-2">{error.message}</p>
        </main>
      );
    throw error;
  }
}
