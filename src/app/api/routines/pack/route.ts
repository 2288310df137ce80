import { database } from "../../../../work/database.ts";
import { exportPack, importPack } from "../../../../work/routines/routines.ts";
import { answerTo, bodyBytes } from "../../../http.ts";

export const dynamic = "force-dynamic";
const MAX_BYTES = 2 * 1024 * 1024;

/** Routines as a pack: `?ids=R21,house-x` (left out: the house's own), `&as=json`. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    const query = new URL(request.url).searchParams;
    const as = query.get("as") === "json" ? "json" : "yaml";
    const text = await exportPack(database(), actor, (query.get("ids") ?? "").split(",").filter(Boolean), as);
    return new Response(text, {
      headers: {
        "content-type": `${as === "json" ? "application/json" : "application/yaml"}; charset=utf-8`,
        "content-disposition": `attachment; filename="routines.${as}"`,
        "cache-control": "no-store",
      },
    });
  });

/** A pack: with `?do=import` read in, otherwise only looked at. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    const text = new TextDecoder().decode(await bodyBytes(request, MAX_BYTES));
    const write = new URL(request.url).searchParams.get("do") === "import";
    return Response.json(await importPack(database(), actor, text, { write }));
  });
