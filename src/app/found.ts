import { notFound, redirect } from "next/navigation";
import { Refusal } from "../core/shop/refusal.ts";

/** What a page asks for; of a thing that is not there, or an address that says nothing, the page is not found either. Who may not see it sees the Board. */
export async function found<Asked>(asked: Promise<Asked>): Promise<Asked> {
  try {
    return await asked;
  } catch (error) {
    if (error instanceof Refusal && (error.status === 404 || error.status === 400)) notFound();
    if (error instanceof Refusal && error.status === 403) redirect("/");
    throw error;
  }
}
