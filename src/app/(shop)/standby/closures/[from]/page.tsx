import { notFound } from "next/navigation";
import { mayDo } from "../../../../../core/safety/who-may.ts";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { SeasonPage } from "../../../../../ui/standby/season-page.tsx";
import idle from "../../../../../words/en/idle.json";
import standby from "../../../../../words/en/standby.json";
import { Words } from "../../../../../words/words.tsx";
import { database } from "../../../../../work/database.ts";
import { seasonLives } from "../../../../../work/standby/season-lives.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Plan of a closure" };

export default async function Closure({ params }: { params: Promise<{ from: string }> }) {
  const actor = await pageActor();
  const { from } = await params;
  const lives = await seasonLives(database(), actor, from).catch((error) => {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  });
  return (
    <Words messages={{ idle, standby }}>
      <SeasonPage first={lives.view} lives={lives.lives} returns={lives.returns} mayPlan={mayDo(actor.role, "plan")} />
    </Words>
  );
}
