import type { Problem } from "../fleet/validate.ts";

/** A request that is refused: a status and a sentence for the person, with the places where something is wrong. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 429 | 503,
    message: string,
    readonly problems: Problem[] = [],
    /** After so many seconds the same may be tried again. */
    readonly retrySeconds?: number,
  ) {
    super(message);
  }
}
