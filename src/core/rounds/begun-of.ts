import type { RunState } from "../runs/run.ts";
import type { Begun } from "./problem.ts";
import type { Piece } from "./stretches-of.ts";

/**
 * A run under way as what has begun of its task: the stretches up to the one it is in, in minutes of the round. The one it is in is
 * open. What began before the round's minute 0 counts from there.
 * @param minuteOf the round's minute of an instant in milliseconds
 */
export function begunOf(key: string, state: RunState, pieces: readonly Piece[], minuteOf: (at: number) => number): Begun | undefined {
  if (pieces.length === 0 || state.status === "ended" || state.status === "abandoned") return undefined;
  const pieceOf = (step: string | undefined) => (step === undefined ? -1 : pieces.findIndex(({ steps }) => steps.includes(step)));
  const lastDone = Math.max(-1, ...state.trace.map(({ step }) => pieceOf(step)));
  const at = state.timer ? pieceOf(state.timer.step) : state.now ? pieceOf(state.now.at) : pieces.length - 1;
  // A step that the plan did not foresee belongs to the stretch reached so far.
  const now = at >= 0 ? at : Math.max(0, lastDone);
  let start = Math.max(0, minuteOf(state.startedAt));
  const stretches: Begun["stretches"] = [];
  for (let place = 0; place <= now; place++) {
    const piece = pieces[place] as Piece;
    const person = piece.kind === "hands" && state.person ? { person: state.person } : {};
    if (place === now) {
      stretches.push({ ...person, start });
      break;
    }
    // A stretch is over with the last that was done before any of a later one; a step that was not foreseen counts with what it followed.
    const later = state.trace.findIndex(({ step }) => pieceOf(step) > place);
    const done = (later < 0 ? state.trace : state.trace.slice(0, later)).map(({ at: when }) => minuteOf(when));
    const end = Math.max(start, ...done);
    stretches.push({ ...person, start, end });
    start = end;
  }
  return { task: key, stretches };
}
