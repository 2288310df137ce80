import { database } from "../../../work/database.ts";
import { addPicture, MAX_PICTURE_BYTES } from "../../../work/record/pictures.ts";
import { answerSender, bodyBytes } from "../../http.ts";

export const POST = (request: Request) =>
  answerSender(request, async (sender) => Response.json(await addPicture(database(), sender, await bodyBytes(request, MAX_PICTURE_BYTES))));
