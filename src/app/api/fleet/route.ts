import { authorise } from "../../../work/actor.ts";
import { database } from "../../../work/database.ts";
import { exportFleet, importFleet, previewFleet } from "../../../work/shop/fleet.ts";
import { answerTo, bodyBytes } from "../../http.ts";

export const dynamic = "force-dynamic";
const MAX_FLEET_BYTES = 8 * 1024 * 1024;

/** The shop as a fleet file. */
export const GET = (request: Request) =>
  answerTo(request, async (actor) => {
    authorise(actor, "look");
    const fleet = await exportFleet(database(), actor.site);
    return new Response(`${JSON.stringify(fleet, null, 2)}\n`, {
      headers: {
        "content-type": "application/json; charset=utf-8",
        "content-disposition": 'attachment; filename="fleet.json"',
        "cache-control": "no-store",
      },
    });
  });

/** A fleet file: with `?do=import` read into the shop, otherwise only looked at. */
export const POST = (request: Request) =>
  answerTo(request, async (actor) => {
    const query = new URL(request.url).searchParams;
    authorise(actor, "set-up");
    const bytes = await bodyBytes(request, MAX_FLEET_BYTES);
    if (query.get("do") !== "import") return Response.json(await previewFleet(database(), actor, bytes));
    return Response.json(
      await importFleet(database(), actor, bytes, {
        archiveMissing: query.get("archive") === "1",
        spreadUnknown: query.get("spread") === "1",
      }),
    );
  });
