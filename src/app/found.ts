import { notFound } from "next/navigation";
import { Refusal } from "../core/shop/refusal.ts";

/** What a page asks for; of a thing that is not there the page is not found either. */
export async function found<Asked>(asked: Promise<Asked>): Promise<Asked> {
  try {
    return await asked;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
