import { PracticePage } from "../../../../ui/nozzles/practice-page.tsx";
import practice from "../../../../words/en/practice.json";
import { Words } from "../../../../words/words.tsx";
import { now } from "../../../../work/clock.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Practice" };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  await pageActor();
  const { machine } = await searchParams;
  const wanted = Number(machine);
  return (
    <Words messages={{ practice }}>
      <PracticePage
        seed={Number.isInteger(wanted) && wanted > 0 && wanted < 1e9 ? wanted : Math.floor(now().getTime() / 1000) % 1_000_000}
      />
    </Words>
  );
}
