import { TracePage } from "../../../../ui/stores/trace-page.tsx";
import { database } from "../../../../work/database.ts";
import { traceView } from "../../../../work/stores/trace.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Track lot" };

export default async function Trace({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const asked = Object.fromEntries(
    Object.entries(await searchParams).filter(([, value]) => typeof value === "string" && value.length <= 200),
  );
  return <TracePage view={await found(traceView(database(), actor, asked))} />;
}
