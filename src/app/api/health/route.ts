import { askDatabase } from "../../../work/database.ts";
import { answer } from "../../http.ts";

export const dynamic = "force-dynamic";

/** Up, and the database is there. */
export const GET = (request: Request) =>
  answer(request, async () => {
    await askDatabase();
    return Response.json({ ok: true });
  });
