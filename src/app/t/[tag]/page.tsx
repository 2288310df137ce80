import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { actorOf } from "../../../work/access/auth.ts";
import { deviceOf } from "../../../work/access/devices.ts";
import { database } from "../../../work/database.ts";
import { loadShop } from "../../../work/shop/shop.ts";
import { machineByTag } from "../../../work/shop/tags.ts";

/** Where a machine's tag leads: the machine with what is due there. */
export default async function TagPage({ params }: { params: Promise<{ tag: string }> }) {
  const asked = await headers();
  const [actor, device] = await Promise.all([actorOf(asked), deviceOf(asked)]);
  const site = actor?.site ?? device?.site;
  if (!site) redirect("/sign-in");
  const machine = machineByTag(await loadShop(database(), site), (await params).tag.slice(0, 20));
  redirect(machine ? `/floor#/machine/${encodeURIComponent(machine)}` : "/floor#/scan");
}
