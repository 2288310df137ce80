import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { actorOf } from "../../../work/auth.ts";
import { database } from "../../../work/database.ts";
import { deviceOf } from "../../../work/devices.ts";
import { loadShop } from "../../../work/shop.ts";
import { machineByTag } from "../../../work/tags.ts";

/** Where a machine's tag leads: the machine with what is due there. */
export default async function TagPage({ params }: { params: Promise<{ tag: string }> }) {
  const asked = await headers();
  const [actor, device] = await Promise.all([actorOf(asked), deviceOf(asked)]);
  const site = actor?.site ?? device?.site;
  if (!site) redirect("/sign-in");
  const machine = machineByTag(await loadShop(database(), site), (await params).tag.slice(0, 20));
  redirect(machine ? `/floor#/machine/${encodeURIComponent(machine)}` : "/floor#/scan");
}
