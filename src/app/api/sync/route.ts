import { SyncBatch } from "../../../core/record/entries.ts";
import { accept } from "../../../core/record/validate.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { database } from "../../../work/database.ts";
import { record } from "../../../work/record/record.ts";
import { answerSender, bodyJson } from "../../http.ts";

/** 500 entries of some 4 kB each. */
const MAX_BYTES = 2 * 1024 * 1024;

/** Entries from screens, in order, answered by id. */
export const POST = (request: Request) =>
  answerSender(request, async (sender) => {
    const accepted = accept(SyncBatch, await bodyJson(request, MAX_BYTES), { textOfItems: false });
    if ("problems" in accepted) throw new Refusal(400, "This is no batch of entries.", accepted.problems);
    return Response.json({ answers: await record(database(), sender, accepted.value) });
  });
