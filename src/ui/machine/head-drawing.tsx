import { words } from "../../core/due/sentence.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { isLight } from "../comb.tsx";

const WIDTH = 760;

/** Where service parts stand along the carriage's way; what is not here is listed beside the drawing. */
const AT_STATION = [
  "cap",
  "cap-seal",
  "cap-pad",
  "drying-cap",
  "wiper",
  "wiper-cleaner",
  "wiper-roll",
  "spit-tray",
  "spit-tray-filter",
  "spit-box",
  "flushing-foam",
  "flushing-pad",
  "ink-sump",
  "pump",
  "guard-rail",
  "gutter",
  "deflection-plates",
  "phase-detector",
  "charge-electrode",
  "gun-body",
];

/** The drawn head end: heads over the medium, the station on the right, strip and rail above, waste below; never-touch zones marked, parts lit. */
export function HeadDrawing({
  machine,
  channels,
  shaded = new Set(),
  lit = new Set(),
}: {
  machine: Machine;
  channels: { id: string; colour: string }[];
  /** Ids of parts with work due. */
  shaded?: ReadonlySet<string>;
  /** Kinds of part lit: what a step is about. */
  lit?: ReadonlySet<string>;
}) {
  const heads = machine.heads ?? [];
  const parts = machine.parts ?? [];
  const has = (kind: string) => parts.some((part) => part.kind === kind);
  const station = parts.filter(({ kind }) => AT_STATION.includes(kind));
  const headWidth = Math.min(130, 340 / Math.max(1, heads.length) - 12);
  const cij = machine.class === "cij";
  const glow = (kind: string) => lit.has(kind);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 300`}
      className="w-full"
      role="img"
      aria-label={`Head end of ${machine.name}: ${heads.length} heads, ${station.map(({ kind }) => words(kind)).join(", ")}${lit.size ? `. Now: ${[...lit].map(words).join(", ")}` : ""}`}
    >
      <g stroke="var(--ink)" fill="none" strokeWidth="1.2" fontSize="12" fontFamily="var(--font-sans)">
        {(has("encoder-strip") || has("rail")) && (
          <>
            <path
              d="M10 40h740"
              strokeWidth={glow("rail") || glow("encoder-strip") ? 8 : has("rail") ? 5 : 1.5}
              stroke={glow("rail") || glow("encoder-strip") ? "var(--accent)" : "var(--ink2)"}
            />
            <text x="12" y="30" fill="var(--ink2)" stroke="none">
              {[has("encoder-strip") && "encoder strip", has("rail") && "rail"].filter(Boolean).join(" and ")}
            </text>
          </>
        )}
        {heads.map((head, index) => {
          const x = 20 + index * (headWidth + 12);
          const own = head.channels ?? [];
          const pitch = (headWidth - 16) / Math.max(1, own.length);
          return (
            <g key={head.id}>
              <rect
                x={x}
                y="70"
                width={headWidth}
                height="84"
                rx="3"
                fill="var(--card)"
                stroke={glow("head") ? "var(--accent)" : "var(--ink)"}
                strokeWidth={glow("head") ? 6 : 1.2}
              />
              <text x={x + 6} y="86" fill="var(--ink)" stroke="none" fontWeight="600">
                {head.id}
              </text>
              {own.map((channel, place) => {
                const colour = channels.find(({ id }) => id === `${head.id}/${channel.id}`)?.colour ?? "#777777";
                return (
                  <g key={channel.id}>
                    <rect
                      x={x + 8 + place * pitch}
                      y="94"
                      width={Math.max(4, pitch - 4)}
                      height="40"
                      fill={colour}
                      stroke={isLight(colour) ? "#2b2f33" : "var(--ink2)"}
                      strokeWidth={isLight(colour) ? 4 : 1}
                    />
                    <text
                      x={x + 8 + place * pitch + (pitch - 4) / 2}
                      y="148"
                      textAnchor="middle"
                      fill="var(--ink)"
                      stroke="none"
                      fontSize="10"
                    >
                      {channel.id}
                    </text>
                  </g>
                );
              })}
              <path d={`M${x} 158h${headWidth}`} stroke="var(--hold)" strokeWidth="3" strokeDasharray="6 4" />
            </g>
          );
        })}
        {heads.length > 0 && (
          <text x="20" y="176" fill="var(--hold)" stroke="none">
            {cij ? "electrodes and plates: high voltage when on" : "nozzle plate: do not touch"}
          </text>
        )}
        {station.map(({ id, kind }, index) => {
          const [column, line] = [index % 4, Math.floor(index / 4)];
          const [x, y] = [392 + column * 90, 66 + line * 46];
          return (
            <g key={id}>
              <rect
                x={x}
                y={y}
                width="84"
                height="38"
                rx={kind.startsWith("cap") ? 10 : 2}
                fill={glow(kind) ? "var(--accent)" : shaded.has(id) ? "var(--well)" : "none"}
                stroke={glow(kind) ? "var(--accent)" : "var(--ink)"}
                strokeWidth={glow(kind) ? 4 : shaded.has(id) ? 2.4 : 1.2}
              />
              <text
                x={x + 42}
                y={y + 23}
                textAnchor="middle"
                fill={glow(kind) ? "var(--on-accent)" : "var(--ink)"}
                stroke="none"
                fontSize="11"
                fontWeight={glow(kind) ? 700 : 400}
              >
                {words(kind)}
              </text>
            </g>
          );
        })}
        {station.length > 0 && (
          <text x="392" y="56" fill="var(--ink2)" stroke="none">
            station
          </text>
        )}
        {(machine.waste ?? []).map(({ id, kind, volumeMl, limitMl }, index) => {
          const x = 640 + index * 54;
          const mark = 288 - (84 * limitMl) / Math.max(1, volumeMl);
          return (
            <g key={id}>
              <path d={`M${x} 204v84h34v-84`} />
              <path d={`M${x - 5} ${mark}h44`} stroke="var(--hold)" strokeWidth="2" />
              <text x={x - 8} y="240" textAnchor="end" fill="var(--ink2)" stroke="none">
                {words(kind)} {volumeMl} mL
              </text>
              <text x={x - 8} y="256" textAnchor="end" fill="var(--hold)" stroke="none">
                empty before {limitMl} mL
              </text>
            </g>
          );
        })}
        <path d="M20 196h360" stroke="var(--line)" strokeWidth="6" />
        <text x="20" y="216" fill="var(--ink2)" stroke="none">
          {machine.class === "dtg" ? "platen" : machine.class === "uv" ? "bed" : cij ? "line" : "medium"}
        </text>
      </g>
    </svg>
  );
}
