import { wallView } from "../../../../work/needs/wall-view.ts";
import { answer } from "../../../http.ts";

export const GET = (request: Request, { params }: { params: Promise<{ token: string }> }) =>
  answer(request, async () => Response.json(await wallView((await params).token), { headers: { "cache-control": "no-store" } }));
