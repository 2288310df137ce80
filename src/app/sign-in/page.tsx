import { redirect } from "next/navigation";
import { SignIn } from "../../ui/sign-in.tsx";
import { isFirstRun } from "../../work/access/auth.ts";
import { clockAheadHours } from "../../work/clock.ts";
import { database } from "../../work/database.ts";
import { isDemo } from "../../work/mode.ts";
import { loadShop } from "../../work/shop/shop.ts";

export const metadata = { title: "Sign in" };

export default async function SignInPage() {
  if (await isFirstRun()) redirect("/first-run");
  const people = isDemo() ? (await loadShop(database(), "demo")).people.map(({ id, name, role }) => ({ id, name, role })) : [];
  return <SignIn demo={people} aheadHours={clockAheadHours()} />;
}
