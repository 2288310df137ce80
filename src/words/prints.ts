import { createTranslator } from "use-intl/core";
import prints from "./en/prints.json";

/** Words of what is printed: made on the server, where no provider stands round the page. */
export const printsWords = createTranslator({ locale: "en", messages: { prints }, namespace: "prints", timeZone: "UTC" });
