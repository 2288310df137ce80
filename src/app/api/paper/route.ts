import { database } from "../../../work/database.ts";
import { makeSheet, typeIn } from "../../../work/paper/paper.ts";
import { answerTo, bodyJson } from "../../http.ts";

/** Makes a sheet; with `?sheet=` types in what was written on that one. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    const sheet = new URL(request.url).searchParams.get("sheet");
    const value = await bodyJson(request, 1_000_000);
    return Response.json(sheet === null ? await makeSheet(database(), actor, value) : await typeIn(database(), actor, sheet, value));
  });
