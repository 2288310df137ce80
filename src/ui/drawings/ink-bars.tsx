import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import { useDrawingWords } from "../../words/drawing-words.ts";
import { filled as fill } from "../../words/plain.ts";
import { isLight } from "../kit/comb.tsx";
import { Label } from "./drawn.tsx";

const HEIGHT = 70;
const lastOf = (id: string) => id.split("/").at(-1) ?? id;

/** How much ink is left in each channel, with its line to the carriage. Unknown levels are dashed. */
export function InkBars({
  channels,
  levels,
  toX,
  toY,
}: {
  channels: readonly ChannelView[];
  levels: ReadonlyMap<string, number | null>;
  toX: number;
  toY: number;
}) {
  const words = useDrawingWords();
  const width = Math.min(18, 130 / Math.max(1, channels.length) - 4);
  const place = (at: number) => at * (width + 4) + 2;
  return (
    <g>
      <Label x={0} y={14} bold>
        {words.ink}
      </Label>
      {channels.map(({ id, colour, ink }, at) => {
        const level = levels.get(id) ?? null;
        const [x, filled] = [place(at), (HEIGHT * (level ?? 0)) / 100];
        const low = level !== null && level <= 15;
        const light = isLight(colour);
        return (
          <g key={id}>
            <title>
              {fill(level === null ? words.noLevel : words.level, { channel: id, ink: ink.replaceAll("-", " "), percent: level ?? 0 })}
            </title>
            <path
              d={`M${x + width / 2} ${24 + HEIGHT + 14} V${toY + 40 - at * 4} H${toX}`}
              fill="none"
              stroke={light ? "var(--ink3)" : colour}
              strokeWidth="2"
              strokeLinejoin="round"
            />
            <rect
              x={x}
              y={24}
              width={width}
              height={HEIGHT}
              fill={light ? "#26282e" : "var(--card)"}
              stroke={low ? "var(--hold)" : "var(--ink)"}
              strokeWidth={low ? 2.5 : 1.5}
              strokeDasharray={level === null ? "3 3" : undefined}
            />
            {level !== null && <rect x={x + 1} y={24 + HEIGHT - filled} width={width - 2} height={Math.max(0, filled - 1)} fill={colour} />}
            <Label
              x={x + width / 2}
              y={24 + HEIGHT + 11}
              middle
              bold
              size={Math.min(11, width * 0.7)}
              tone={low ? "var(--hold)" : "var(--ink)"}
            >
              {lastOf(id)}
            </Label>
          </g>
        );
      })}
    </g>
  );
}
