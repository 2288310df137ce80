import { database } from "../../../../work/database.ts";
import { picture } from "../../../../work/record/pictures.ts";
import { answerSender } from "../../../http.ts";

export const GET = (request: Request, { params }: { params: Promise<{ hash: string }> }) =>
  answerSender(request, async (sender) => {
    const { type, bytes } = await picture(database(), sender, (await params).hash);
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": type, "cache-control": "private, max-age=31536000, immutable", "x-content-type-options": "nosniff" },
    });
  });
