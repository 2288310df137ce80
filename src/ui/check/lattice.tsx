"use client";
import { useRef, useState } from "react";
import type { PatternChannel } from "../../core/nozzles/pattern.ts";
import { NEXT_VERDICT, type Verdict, verdictOf, type Which, withVerdict } from "../../core/nozzles/verdicts.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import { isLight } from "../kit/comb.tsx";

const KEYS: Record<string, Verdict> = { m: "missing", w: "weak", d: "deflected", g: "good" };

/**
 * A channel's nozzles as they are printed. A tap goes round missing, weak, deflected, good; a drag gives a run what its
 * first nozzle became; with the keyboard arrows move, the space bar taps, shift and arrows draw a run.
 */
export function Lattice({
  channel,
  which,
  onChange,
}: {
  channel: PatternChannel;
  which: Which;
  onChange: (which: Which, nozzles: number[], verdict: Verdict) => void;
}) {
  const said = useCheckWords();
  const [at, setAt] = useState(0);
  const drag = useRef<{ from: number; verdict: Verdict } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const { nozzles, perRow, colour } = channel;
  const rows = Math.ceil(nozzles / perRow);
  const columns = Math.min(perRow, nozzles);
  // Cells are even, so that a finger finds each; the staircase stays to be seen.
  const cell = { width: 24, height: 30 };
  const climb = Math.sign(channel.step.y);
  const light = isLight(colour ?? "#cccccc");
  const set = (list: number[], verdict: Verdict) => onChange(withVerdict(which, list, verdict), list, verdict);
  const nozzleAt = (event: React.PointerEvent): number | undefined => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return undefined;
    const column = Math.floor(((event.clientX - box.left) / box.width) * columns);
    const row = Math.floor(((event.clientY - box.top) / box.height) * rows);
    const nozzle = row * perRow + column;
    return column >= 0 && column < columns && row >= 0 && nozzle < nozzles ? nozzle : undefined;
  };
  const between = (a: number, b: number) => Array.from({ length: Math.abs(b - a) + 1 }, (_, index) => Math.min(a, b) + index);
  const down = (event: React.PointerEvent) => {
    const nozzle = nozzleAt(event);
    if (nozzle === undefined) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const verdict = NEXT_VERDICT[verdictOf(which, nozzle)];
    drag.current = { from: nozzle, verdict };
    setAt(nozzle);
    set([nozzle], verdict);
  };
  const move = (event: React.PointerEvent) => {
    const nozzle = drag.current && nozzleAt(event);
    if (!drag.current || nozzle === null || nozzle === undefined || nozzle === at) return;
    setAt(nozzle);
    set(between(drag.current.from, nozzle), drag.current.verdict);
  };
  const key = (event: React.KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -perRow, ArrowDown: perRow }[event.key];
    if (step !== undefined) {
      const to = Math.max(0, Math.min(nozzles - 1, at + step));
      if (event.shiftKey) set(between(at, to), verdictOf(which, at) === "good" ? "missing" : verdictOf(which, at));
      setAt(to);
    } else if (event.key === " " || event.key === "Enter") set([at], NEXT_VERDICT[verdictOf(which, at)]);
    else if (KEYS[event.key]) set([at], KEYS[event.key] as Verdict);
    else return;
    event.preventDefault();
  };
  const words = filled(said.nozzle, { number: at + 1, verdict: said.verdicts[verdictOf(which, at)] });
  return (
    <div>
      <svg
        ref={svg}
        viewBox={`0 0 ${columns * cell.width} ${rows * cell.height}`}
        className="w-full max-w-2xl cursor-crosshair touch-none rounded-sm"
        style={{ background: light ? "#2b2f33" : "#efe9dc" }}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the whole field is worked by keys
        tabIndex={0}
        aria-label={filled(said.lattice, { channel: channel.id, now: words })}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={() => {
          drag.current = null;
        }}
        onKeyDown={key}
      >
        {Array.from({ length: nozzles }, (_, k) => {
          const row = Math.floor(k / perRow);
          const column = k % perRow;
          const y = row * cell.height + cell.height / 2 + (columns > 1 ? climb * (column / (columns - 1) - 0.5) * cell.height * 0.5 : 0);
          return <Nozzle key={k} verdict={verdictOf(which, k)} x={column * cell.width} y={y} colour={colour ?? "#b9b2a2"} light={light} />;
        })}
        <rect
          x={(at % perRow) * cell.width + 1}
          y={Math.floor(at / perRow) * cell.height + 1}
          width={cell.width - 2}
          height={cell.height - 2}
          fill="none"
          stroke={light ? "#f3efe6" : "#2b2f33"}
          strokeDasharray="2 2"
        />
      </svg>
      <p className="text-ink2 text-sm" aria-live="polite">
        {words}
      </p>
    </div>
  );
}

/** A dash that fired, or by its shape what it did not: a box for missing, a short low stroke for weak, a slash for deflected. */
function Nozzle({ verdict, x, y, colour, light }: { verdict: Verdict; x: number; y: number; colour: string; light: boolean }) {
  const mark = light ? "#ffb4a8" : "#98281d";
  if (verdict === "missing") return <rect x={x + 4} y={y - 5} width={16} height={10} fill="none" stroke={mark} strokeWidth={2} />;
  if (verdict === "weak") return <line x1={x + 9} x2={x + 16} y1={y + 3} y2={y + 3} stroke={colour} strokeWidth={2} />;
  if (verdict === "deflected") return <line x1={x + 5} x2={x + 19} y1={y + 6} y2={y - 6} stroke={mark} strokeWidth={3} />;
  return <line x1={x + 3} x2={x + 21} y1={y} y2={y} stroke={colour} strokeWidth={3} />;
}
