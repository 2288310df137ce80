import { wallBoard } from "../../../../work/board/wall.ts";
import { answer } from "../../../http.ts";

export const GET = (request: Request, { params }: { params: Promise<{ token: string }> }) =>
  answer(request, async () => Response.json(await wallBoard((await params).token), { headers: { "cache-control": "no-store" } }));
