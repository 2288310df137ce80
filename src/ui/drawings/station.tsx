import { useDrawingWords } from "../../words/drawing-words.ts";
import { filled } from "../../words/plain.ts";
import { type Drawn, type DrawnPart, Label, Piece, percent, type VesselLevel } from "./drawn.tsx";

const CAPS = ["cap", "drying-cap", "cap-seal", "cap-pad"];
const SHOWN = [...CAPS, "wiper", "wiper-roll", "pump"];
/** Whether a kind of part stands in the drawn station. */
export const drawnAtStation = (kind: string): boolean => SHOWN.includes(kind);

const [X, Y] = [478, 284];

/** Cap, pad, wiper, pump and the vessels that the waste runs to, at the right end of the carriage's way. */
export function Station({
  parts,
  vessels,
  suction,
  drawn,
}: {
  parts: readonly DrawnPart[];
  vessels: readonly VesselLevel[];
  suction: number | null;
  drawn: Drawn;
}) {
  const of = (kind: string) => parts.find((part) => part.kind === kind);
  const [cap, drying, seal, pad, wiper, roll, pump] = ["cap", "drying-cap", "cap-seal", "cap-pad", "wiper", "wiper-roll", "pump"].map(of);
  return (
    <g>
      <path d={`M${X - 12} ${Y + 4}V${Y + 116}H${X + 240}V${Y + 4}`} fill="none" stroke="var(--ink)" strokeWidth="2" />
      {wiper && (
        <Piece part={wiper} drawn={drawn}>
          {(look) => (
            <>
              <path d={`M${X} ${Y + 30}V${Y - 4}l6 -12 6 12V${Y + 30}z`} {...look} />
              <Label x={X - 2} y={Y + 46} bold tone="var(--ink)">
                {wiper.name}
              </Label>
              <Label x={X - 2} y={Y + 60}>
                {wiper.note}
              </Label>
            </>
          )}
        </Piece>
      )}
      {roll && (
        <Piece part={roll} drawn={drawn}>
          {(look) => (
            <>
              <circle cx={X + 8} cy={Y + 86} r="13" {...look} />
              <Label x={X + 24} y={Y + 102} size={11}>
                {roll.name}
              </Label>
            </>
          )}
        </Piece>
      )}
      {cap && (
        <Piece part={cap} drawn={drawn}>
          {(look) => (
            <>
              <path d={`M${X + 40} ${Y}h12v16h80v-16h12v24q0 14 -14 14h-76q-14 0 -14 -14z`} {...look} />
              <Label x={X + 44} y={Y - 10} bold tone="var(--ink)">
                {cap.name}
              </Label>
              <Label x={X + 44} y={Y - 24}>
                {cap.note}
              </Label>
            </>
          )}
        </Piece>
      )}
      {pad && (
        <Piece part={pad} drawn={drawn}>
          {(look) => <rect x={X + 56} y={Y + 10} width={72} height={8} {...look} strokeWidth={1.5} />}
        </Piece>
      )}
      {seal && (
        <Piece part={seal} drawn={drawn}>
          {(look) => <path d={`M${X + 40} ${Y - 3}h12M${X + 132} ${Y - 3}h12`} {...look} strokeWidth={5} />}
        </Piece>
      )}
      {drying && (
        <Piece part={drying} drawn={drawn}>
          {(look) => (
            <>
              <path d={`M${X + 158} ${Y}h10v12h44v-12h10v18q0 10 -10 10h-44q-10 0 -10 -10z`} {...look} />
              <Label x={X + 156} y={Y - 10} size={11}>
                {drying.name}
              </Label>
            </>
          )}
        </Piece>
      )}
      {cap && <path d={`M${X + 92} ${Y + 38}v20`} stroke="var(--ink)" strokeWidth="3" />}
      <Pump part={pump} suction={suction} drawn={drawn} />
      {vessels.map((vessel, at) => (
        <Waste key={vessel.id} vessel={vessel} x={X + 160 - at * 64} />
      ))}
    </g>
  );
}

/** The pump, and how much of its suction the cap has left. */
function Pump({ part, suction, drawn }: { part?: DrawnPart | undefined; suction: number | null; drawn: Drawn }) {
  const drawing = useDrawingWords();
  const [x, y] = [X + 92, Y + 76];
  const shape = (look: object) => (
    <>
      <circle cx={x} cy={y} r="20" {...look} />
      {[-7, 7].map((dx) => (
        <circle key={dx} cx={x + dx} cy={y + 5} r="4" fill="var(--ink)" />
      ))}
      <circle cx={x} cy={y - 8} r="4" fill="var(--ink)" />
      <path d={`M${x + 20} ${y - 4}h34v-14h22`} fill="none" stroke="var(--ink)" strokeWidth="4" />
    </>
  );
  return (
    <>
      {part ? (
        <Piece part={part} drawn={drawn}>
          {(look) => shape(look)}
        </Piece>
      ) : (
        shape({ fill: "var(--card)", stroke: "var(--ink)", strokeWidth: 1.5 })
      )}
      {suction !== null && (
        <>
          <Label x={x - 28} y={y - 2} end>
            {drawing.suction}
          </Label>
          <Label x={x - 28} y={y + 14} end bold tone={suction < 0.6 ? "var(--hold)" : "var(--ink)"} size={14}>
            {percent(suction)}
          </Label>
        </>
      )}
    </>
  );
}

function Waste({ vessel, x }: { vessel: VesselLevel; x: number }) {
  const drawing = useDrawingWords();
  const { name, volumeMl, limitMl, ml, words } = vessel;
  const [top, bottom] = [Y + 42, Y + 94];
  const level = (amount: number) => bottom - (bottom - top) * Math.min(1, amount / Math.max(1, volumeMl));
  const over = ml !== null && ml >= limitMl;
  const title = filled(ml === null ? drawing.wasteUnknown : drawing.waste, { name, ml: Math.round(ml ?? 0), volume: volumeMl });
  return (
    <g>
      <title>{words ? `${title}; ${words}` : title}</title>
      {ml !== null && <rect x={x} y={level(ml)} width={44} height={bottom - level(ml)} fill={over ? "var(--hold)" : "var(--waste)"} />}
      <path
        d={`M${x} ${top}V${bottom}H${x + 44}V${top}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
        strokeDasharray={ml === null ? "4 3" : undefined}
      />
      <path d={`M${x - 4} ${level(limitMl)}h52`} stroke="var(--hold)" strokeWidth="2" />
      <path d={`M${x - 10} ${level(limitMl) - 5}l7 5-7 5z`} fill="var(--hold)" />
      <Label x={x + 22} y={bottom + 14} middle bold tone="var(--ink)" size={11}>
        {ml === null ? name : filled(drawing.ofVolume, { ml: Math.round(ml), volume: volumeMl })}
      </Label>
    </g>
  );
}
