import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { actorOf, isFirstRun } from "../work/access/auth.ts";
import type { Actor } from "../work/actor.ts";

/** Who looks at a page; whoever is not signed in is led to the sign-in, or to the first run. */
export async function pageActor(): Promise<Actor> {
  const actor = await actorOf(await headers());
  if (actor) return actor;
  redirect((await isFirstRun()) ? "/first-run" : "/sign-in");
}
