import { readJson } from "../../../core/fleet/read.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { authorise } from "../../../work/actor.ts";
import { database } from "../../../work/database.ts";
import { importTable, previewTable } from "../../../work/shop/tables.ts";
import { answerTo, bodyBytes } from "../../http.ts";

const MAX_TABLE_BYTES = 4 * 1024 * 1024;

/** A CSV table as it is, with `?choices=` as JSON: with `?do=import` brought in, otherwise only looked at. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    authorise(actor, "set-up");
    const query = new URL(request.url).searchParams;
    const choices = readJson(query.get("choices") ?? "");
    if ("problems" in choices) throw new Refusal(400, "What is this table?", choices.problems);
    const bytes = await bodyBytes(request, MAX_TABLE_BYTES);
    const act = query.get("do") === "import" ? importTable : previewTable;
    return Response.json(await act(database(), actor, bytes, choices.value));
  });
