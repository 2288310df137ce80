import { database } from "../../../work/database.ts";
import { floorAnswer } from "../../../work/floor/floor.ts";
import { answerSender } from "../../http.ts";

/** The floor as it stands, for operators' screens; `?book=` names the routines that the device has. */
export const GET = (request: Request) =>
  answerSender(
    request,
    async (sender) =>
      new Response(await floorAnswer(database(), sender, new URL(request.url).searchParams.get("book")), {
        headers: { "content-type": "application/json" },
      }),
  );
