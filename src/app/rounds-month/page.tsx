import { MonthSheet } from "../../ui/plan/month-sheet.tsx";
import { database } from "../../work/database.ts";
import { monthView } from "../../work/rounds/week.ts";
import { found } from "../found.ts";
import { pageActor } from "../page-actor.ts";

export const metadata = { title: "The month ahead" };

/** The month to print, A4 lying. */
export default async function Month() {
  return <MonthSheet view={await found(monthView(database(), await pageActor()))} />;
}
