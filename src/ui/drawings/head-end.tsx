"use client";
import type { Machine } from "../../core/fleet/schema.ts";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import { useDrawingWords } from "../../words/drawing-words.ts";
import { filled } from "../../words/plain.ts";
import { Comb } from "../kit/comb.tsx";
import { Coder } from "./coder.tsx";
import { type Drawn, type DrawnPart, type HeadEndProps, Label, Patterns, Piece, Used } from "./drawn.tsx";
import { InkBars } from "./ink-bars.tsx";
import { Medium } from "./medium.tsx";
import { drawnAtStation, Station } from "./station.tsx";

const WIDTH = 720;
const HEIGHT = { coder: 340, printer: 404 };
const CARRIAGE = { x: 176, y: 84, width: 350, height: 144 };
/** Kinds that have a place of their own in the drawing; others stand as named plates under it. */
const PLACED = ["head", "damper", "ink-line", "encoder-strip", "rail", "feed-roller", "lamp"];

/**
 * A machine's head end, drawn from its own configuration: heads with their nozzles, ink, dampers, station, waste. Each part is
 * tinted by how much of its time it has used. Not to scale.
 */
export function HeadEndDrawing(props: HeadEndProps) {
  const { machine, parts } = props;
  const named = `Head end of ${machine.name}: ${(machine.heads ?? []).length} heads, ${parts.map(({ name }) => name.toLowerCase()).join(", ")}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${machine.class === "cij" ? HEIGHT.coder : HEIGHT.printer}`}
      className="w-full"
      role="group"
      aria-label={named}
      fontFamily="var(--font-sans)"
    >
      <Patterns />
      {machine.class === "cij" ? <Coder {...props} /> : <Printer {...props} />}
    </svg>
  );
}

function Printer({ machine, channels, levels, vessels, suction, stale, ...drawn }: HeadEndProps) {
  const words = useDrawingWords();
  const { parts } = drawn;
  const of = (kind: string) => parts.filter((part) => part.kind === kind);
  const [strip, rail, lamp] = [of("encoder-strip")[0], of("rail")[0], of("lamp")[0]];
  const plates = parts.filter(({ kind }) => !PLACED.includes(kind) && !drawnAtStation(kind));
  return (
    <g>
      <InkBars channels={channels} levels={levels} toX={CARRIAGE.x} toY={116} />
      {strip && (
        <Piece part={strip} drawn={drawn}>
          {(look) => (
            <>
              <rect x={150} y={28} width={540} height={9} {...look} strokeWidth={Math.max(1, look.strokeWidth - 1)} />
              <rect x={151} y={29} width={538} height={7} fill="url(#teeth)" />
              <Label x={150} y={20} bold tone="var(--ink)">
                {strip.name}
              </Label>
              <Label x={236} y={20}>
                {strip.note}
              </Label>
            </>
          )}
        </Piece>
      )}
      {rail ? (
        <Piece part={rail} drawn={drawn}>
          {(look) => (
            <>
              <rect x={150} y={50} width={540} height={14} {...look} />
              <Label x={690} y={78} end>
                {rail.name} {rail.note}
              </Label>
            </>
          )}
        </Piece>
      ) : (
        <rect x={150} y={50} width={540} height={14} fill="var(--card)" stroke="var(--ink)" strokeWidth="1.5" />
      )}
      <path d={`M${CARRIAGE.x + 30} 50v34h10v-34zM${CARRIAGE.x + CARRIAGE.width - 40} 50v34h10v-34z`} fill="var(--ink)" />
      <rect {...CARRIAGE} fill="var(--card)" stroke="var(--ink)" strokeWidth="2" rx="2" />
      {lamp && (
        <Piece part={lamp} drawn={drawn}>
          {(look) => (
            <>
              <rect x={CARRIAGE.x + CARRIAGE.width + 4} y={CARRIAGE.y + 76} width={34} height={64} rx="2" {...look} />
              <Label x={CARRIAGE.x + CARRIAGE.width + 21} y={CARRIAGE.y + 70} middle>
                {lamp.name}
              </Label>
            </>
          )}
        </Piece>
      )}
      <Dampers parts={[...of("damper"), ...of("ink-line")]} drawn={drawn} />
      <Heads machine={machine} channels={channels} stale={stale} drawn={drawn} />
      <rect x={CARRIAGE.x} y={CARRIAGE.y + CARRIAGE.height} width={CARRIAGE.width} height={10} fill="url(#no-touch)" />
      <g stroke="var(--hold)" strokeWidth="2" fill="none">
        <circle cx={CARRIAGE.x + 12} cy={CARRIAGE.y + CARRIAGE.height + 25} r="8" />
        <path d={`M${CARRIAGE.x + 6.5} ${CARRIAGE.y + CARRIAGE.height + 30.5}l11 -11`} />
      </g>
      <Label x={CARRIAGE.x + 26} y={CARRIAGE.y + CARRIAGE.height + 29} bold tone="var(--hold)">
        {words.noTouch}
      </Label>
      <Medium kind={machine.class} rollers={of("feed-roller")} drawn={drawn} />
      <Plates parts={plates} drawn={drawn} />
      <Station parts={parts.filter(({ kind }) => drawnAtStation(kind))} vessels={vessels} suction={suction} drawn={drawn} />
    </g>
  );
}

/** Dampers and lines of ink, over the heads. */
function Dampers({ parts, drawn }: { parts: readonly DrawnPart[]; drawn: Drawn }) {
  const width = Math.min(96, (CARRIAGE.width - 16) / Math.max(1, parts.length) - 8);
  return parts.map((part, at) => {
    const x = CARRIAGE.x + 10 + at * (width + 8);
    return (
      <Piece key={part.id} part={part} drawn={drawn}>
        {(look) => (
          <>
            <rect x={x} y={CARRIAGE.y + 8} width={width} height={26} rx="4" {...look} />
            <path d={`M${x + width / 2} ${CARRIAGE.y + 34}v10`} stroke="var(--ink)" strokeWidth="2" />
            <Label x={x + width / 2} y={CARRIAGE.y + 25} middle bold tone="var(--ink)" size={11}>
              {part.name}
            </Label>
          </>
        )}
      </Piece>
    );
  });
}

/** Heads side by side, each with what its last check read of every channel. */
function Heads({ machine, channels, stale, drawn }: { machine: Machine; channels: readonly ChannelView[]; stale: boolean; drawn: Drawn }) {
  const words = useDrawingWords();
  const heads = machine.heads ?? [];
  const width = (CARRIAGE.width - 12) / Math.max(1, heads.length) - 8;
  return heads.map((head, at) => {
    const part = drawn.parts.find(({ id, kind }) => kind === "head" && id === head.id) ?? {
      id: head.id,
      kind: "head",
      name: head.id,
      share: null,
      note: "",
      gone: false,
    };
    const mine = channels.filter(({ id }) => id.startsWith(`${head.id}/`));
    const x = CARRIAGE.x + 10 + at * (width + 8);
    const y = CARRIAGE.y + 46;
    const each = (width - 14) / Math.max(1, mine.length);
    const out = mine.reduce((sum, { missing }) => sum + missing, 0);
    return (
      <Piece key={head.id} part={part} drawn={drawn}>
        {(look) => (
          <>
            <rect x={x} y={y} width={width} height={90} rx="2" {...look} />
            <Label x={x + 8} y={y + 17} bold tone="var(--ink)" size={13}>
              {part.name}
            </Label>
            {out > 0 && !stale && (
              <Label x={x + width - 7} y={y + 17} end bold tone="var(--hold)">
                {filled(words.out, { count: out })}
              </Label>
            )}
            {mine.map((channel, place) => (
              <g key={channel.id} transform={`translate(${x + 8 + place * each} ${y + 26})`}>
                <Comb channel={channel} stale={stale} width={Math.max(8, each - 3)} height={44} />
                <Label x={(each - 3) / 2} y={60} middle bold size={11} tone={channel.missing > 0 && !stale ? "var(--hold)" : "var(--ink)"}>
                  {channel.id.split("/").at(-1)}
                </Label>
              </g>
            ))}
          </>
        )}
      </Piece>
    );
  });
}

/** Parts without a place of their own: plates with their names. */
function Plates({ parts, drawn }: { parts: readonly DrawnPart[]; drawn: Drawn }) {
  return parts.map((part, at) => {
    const [x, y] = [(at % 4) * 112, 336 + Math.floor(at / 4) * 34];
    return (
      <Piece key={part.id} part={part} drawn={drawn}>
        {(look) => (
          <>
            <rect x={x + 1} y={y} width={106} height={30} rx="2" {...look} />
            <Label x={x + 8} y={y + 14} bold tone="var(--ink)" size={11}>
              {part.name}
            </Label>
            <Used x={x + 8} y={y + 19} share={part.share} width={90} />
          </>
        )}
      </Piece>
    );
  });
}
