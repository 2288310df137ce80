import { notFound } from "next/navigation";
import { mayDo } from "../../../../core/safety/who-may.ts";
import { Refusal } from "../../../../core/shop/refusal.ts";
import { AirPage } from "../../../../ui/stores/air-page.tsx";
import { database } from "../../../../work/database.ts";
import { airView } from "../../../../work/stores/air.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Room air" };

export default async function Air({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const asked = await searchParams;
  const text = (name: string) => (typeof asked[name] === "string" ? asked[name] : "");
  const view = await airView(database(), actor, { area: text("area"), days: Number(text("days")) || 7, to: text("to") }).catch((error) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  return <AirPage view={view} mayRecord={mayDo(actor.role, "record")} maySetUp={mayDo(actor.role, "set-up")} />;
}
