import { Account } from "../../../ui/shop/account.tsx";
import { pinsOf } from "../../../work/access/pin.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Your account" };

/** One's own password and PIN, each changed by the old one. */
export default async function Page() {
  const { site, personId } = await pageActor();
  return <Account person={personId} hasPin={(await pinsOf(site)).has(personId)} />;
}
