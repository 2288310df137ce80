import { useDrawingWords } from "../../words/drawing-words.ts";
import { type DrawnPart, type HeadEndProps, Label, Piece, Used } from "./drawn.tsx";
import { InkBars } from "./ink-bars.tsx";

/** Along the jet, in the order that a drop passes them. */
const ALONG = ["gun-body", "charge-electrode", "phase-detector", "deflection-plates", "gutter"];
const PLACE: Record<string, { x: number; width: number }> = {
  "gun-body": { x: 176, width: 96 },
  "charge-electrode": { x: 290, width: 56 },
  "phase-detector": { x: 362, width: 40 },
  "deflection-plates": { x: 420, width: 110 },
  gutter: { x: 604, width: 40 },
};

/** The print head of a continuous inkjet: the jet from gun to gutter, drops turned off to the product. */
export function Coder({ channels, levels, ...drawn }: HeadEndProps) {
  const words = useDrawingWords();
  const along = (kind: string): DrawnPart =>
    drawn.parts.find((part) => part.kind === kind) ?? {
      id: kind,
      kind,
      name: kind.replaceAll("-", " "),
      share: null,
      note: "",
      gone: false,
    };
  const rest = drawn.parts.filter(({ kind }) => !ALONG.includes(kind) && kind !== "head");
  return (
    <g>
      <InkBars channels={channels} levels={levels} toX={176} toY={130} />
      <rect x={164} y={70} width={510} height={170} rx="8" fill="var(--card)" stroke="var(--ink)" strokeWidth="2" />
      {ALONG.map((kind) => {
        const part = along(kind);
        const known = drawn.parts.includes(part);
        const { x, width } = PLACE[kind] ?? { x: 0, width: 40 };
        const shape = (look: object) =>
          kind === "deflection-plates" ? (
            <path d={`M${x} 112h${width}v12h-${width}zM${x} 176h${width}v12h-${width}z`} {...look} />
          ) : (
            <rect x={x} y={kind === "gun-body" ? 120 : 128} width={width} height={kind === "gun-body" ? 60 : 44} rx="3" {...look} />
          );
        const label = (
          <>
            <Label x={x + width / 2} y={kind === "phase-detector" ? 214 : 102} middle bold tone="var(--ink)" size={11}>
              {part.name}
            </Label>
            {part.note && (
              <Label x={x + width / 2} y={kind === "phase-detector" ? 228 : 90} middle size={11}>
                {part.note}
              </Label>
            )}
          </>
        );
        return known ? (
          <Piece key={kind} part={part} drawn={drawn}>
            {(look) => (
              <>
                {shape(look)}
                {label}
              </>
            )}
          </Piece>
        ) : (
          <g key={kind}>
            {shape({ fill: "var(--card)", stroke: "var(--ink3)", strokeWidth: 1.5 })}
            {label}
          </g>
        );
      })}
      <g fill="var(--ink)">
        {Array.from({ length: 30 }, (_, at) => (
          <circle key={at} cx={276 + at * 11} cy={150} r="2.2" />
        ))}
        {[0, 1, 2, 3].map((at) => (
          <circle key={at} cx={545 + at * 26} cy={166 + at * 34} r="2.6" />
        ))}
      </g>
      <path d="M150 276H700" stroke="var(--ink)" strokeWidth="3" />
      <rect x={600} y={246} width={64} height={28} fill="var(--worn-2)" stroke="var(--ink)" strokeWidth="2" />
      <Label x={150} y={294}>
        {words.line}
      </Label>
      <Label x={176} y={262} bold tone="var(--hold)">
        {words.plates}
      </Label>
      {rest.map((part, at) => {
        const [x, y] = [(at % 5) * 140, 300 + Math.floor(at / 5) * 40];
        return (
          <Piece key={part.id} part={part} drawn={drawn}>
            {(look) => (
              <>
                <rect x={x + 1} y={y} width={130} height={32} rx="2" {...look} />
                <Label x={x + 8} y={y + 15} bold tone="var(--ink)" size={11}>
                  {part.name}
                </Label>
                <Used x={x + 8} y={y + 20} share={part.share} width={110} />
              </>
            )}
          </Piece>
        );
      })}
    </g>
  );
}
