import type { Body } from "../../record/entries.ts";
import type { NozzleEvent } from "./recovery.ts";

/** An entry as far as nozzles are concerned. */
export type Recorded = {
  id: string;
  kind: string;
  routine: string | null;
  /** Milliseconds. */
  at: number;
  person: string | null;
  body: Record<string, unknown>;
};

const BY_ROUTINE: Record<string, "flush" | "damper" | "seal-test" | "cap-service" | "technician"> = {
  R34: "flush",
  R35: "damper",
  R36: "seal-test",
  R37: "cap-service",
  R38: "technician",
  R39: "technician",
};

/** What an entry says of a machine's nozzles; undefined where nothing. @param byHand routines that clean round the head by hand */
export function nozzleEvent({ id, kind, routine, at, person, body }: Recorded, byHand: readonly string[]): NozzleEvent | undefined {
  const base = { at, entry: id, person };
  // Bodies passed their schemas when they were written.
  switch (kind) {
    case "check":
      return { ...base, kind, channels: (body as Body<"check">).channels };
    case "busy":
      return { ...base, kind: "printed" };
    case "release":
      return { ...base, kind: "released" };
    case "sign":
      return body.sign === "mixed-colours" ? { ...base, kind: "mixed" } : undefined;
    case "care":
      return careEvent(base, body as Body<"care">);
    case "routine":
    case "run": {
      if (kind === "run" ? body.event !== "end" : body.outcome === "skipped") return undefined;
      const what = routine ? (BY_ROUTINE[routine] ?? (byHand.includes(routine) ? "by-hand" : undefined)) : undefined;
      return what && ({ ...base, kind: what } as NozzleEvent);
    }
    default:
      return undefined;
  }
}

function careEvent(base: { at: number; entry: string; person: string | null }, body: Body<"care">): NozzleEvent | undefined {
  const { what, strength, heads, inFluid, ml, minutes, leaks } = body;
  const cost = { ...(ml === undefined ? {} : { ml }), ...(minutes === undefined ? {} : { minutes }) };
  switch (what) {
    case "clean":
      return { ...base, ...cost, kind: what, rung: strength ?? "", ...(heads ? { heads } : {}), ...(inFluid ? { inFluid } : {}) };
    case "load":
      return { ...base, ...cost, kind: what };
    case "seal-test":
      return { ...base, kind: what, ...(leaks ? { leaks } : {}) };
    case "repair":
    case "wake":
      return undefined;
    default:
      return { ...base, kind: what };
  }
}
