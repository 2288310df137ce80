import { redirect } from "next/navigation";
import { FirstRun } from "../../ui/first-run.tsx";
import { isFirstRun } from "../../work/access/auth.ts";

export const metadata = { title: "First run" };

export default async function FirstRunPage() {
  if (!(await isFirstRun())) redirect("/sign-in");
  return <FirstRun />;
}
