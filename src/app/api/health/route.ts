import { sql } from "drizzle-orm";
import { database } from "../../../work/database.ts";
import { answer } from "../../http.ts";

export const dynamic = "force-dynamic";

/** Up, and the database is there. */
export const GET = (request: Request) =>
  answer(request, async () => {
    await database().execute(sql`SELECT 1`);
    return Response.json({ ok: true });
  });
