import type { Machine } from "../../core/fleet/schema.ts";
import { useSaid } from "../../words/said.ts";
import { type Drawn, type DrawnPart, Label, Piece } from "./drawn.tsx";

/** What a machine prints on, by class. */
export const PRINTED_ON: Record<Machine["class"], string> = { dtf: "Film", dtg: "Platen", uv: "Bed", wide: "Media", cij: "Line" };
const [LEFT, RIGHT, Y] = [16, 440, 286];

/** What is printed on, under the heads: film or media over rollers, a platen, a bed. */
export function Medium({ kind, rollers, drawn }: { kind: Machine["class"]; rollers: readonly DrawnPart[]; drawn: Drawn }) {
  const said = useSaid();
  const roller = rollers[0];
  const circle = (x: number, look: object) => (
    <>
      <circle cx={x} cy={Y + 17} r="15" {...look} />
      <circle cx={x} cy={Y + 17} r="4" fill="var(--ink)" />
    </>
  );
  return (
    <g>
      {kind === "dtg" && (
        <g fill="var(--card)" stroke="var(--ink)" strokeWidth="2">
          <rect x={LEFT + 60} y={Y} width={RIGHT - LEFT - 120} height={12} rx="3" />
          <path d={`M${(LEFT + RIGHT) / 2 - 26} ${Y + 12}h52l10 26h-72z`} />
        </g>
      )}
      {kind === "uv" && (
        <g fill="var(--card)" stroke="var(--ink)" strokeWidth="2">
          <rect x={LEFT} y={Y} width={RIGHT - LEFT} height={16} />
          <path d={`M${LEFT + 24} ${Y + 16}v22M${RIGHT - 24} ${Y + 16}v22`} strokeWidth="6" />
          {Array.from({ length: 14 }, (_, at) => (
            <circle key={at} cx={LEFT + 20 + at * 29.5} cy={Y + 8} r="1.5" fill="var(--ink)" stroke="none" />
          ))}
        </g>
      )}
      {(kind === "dtf" || kind === "wide") && (
        <>
          <path d={`M${LEFT} ${Y}H${RIGHT}`} stroke="var(--ink)" strokeWidth="2.500" />
          <path d={`M${LEFT} ${Y + 3}H${RIGHT}`} stroke="var(--line)" strokeWidth="2.500" />
          {roller ? (
            <Piece part={roller} drawn={drawn}>
              {(look) => (
                <>
                  {circle(LEFT + 30, look)}
                  {circle(RIGHT - 30, look)}
                  <Label x={LEFT + 52} y={Y + 22} bold tone="var(--ink)">
                    {roller.name}
                  </Label>
                  <Label x={LEFT + 52} y={Y + 36}>
                    {roller.note}
                  </Label>
                </>
              )}
            </Piece>
          ) : (
            <>
              {circle(LEFT + 30, { fill: "var(--card)", stroke: "var(--ink)", strokeWidth: 1.5 })}
              {circle(RIGHT - 30, { fill: "var(--card)", stroke: "var(--ink)", strokeWidth: 1.5 })}
            </>
          )}
        </>
      )}
      <Label x={LEFT} y={Y - 8}>
        {said(PRINTED_ON[kind])}
      </Label>
    </g>
  );
}
