import { openApi } from "../../openapi.ts";

/** The routes as OpenAPI, from the schemas that they hold bodies against. */
export const GET = () => Response.json(openApi());
