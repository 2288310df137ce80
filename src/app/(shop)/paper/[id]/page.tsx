import { notFound } from "next/navigation";
import { Refusal } from "../../../../core/shop/refusal.ts";
import { TypeIn } from "../../../../ui/paper/type-in.tsx";
import { database } from "../../../../work/database.ts";
import { sheet } from "../../../../work/paper/paper.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Type in a sheet" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  try {
    return <TypeIn view={await sheet(database(), actor, (await params).id)} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
