import { words } from "../../core/due/sentence.ts";
import type { MachineView } from "../../work/machine.ts";
import { isLight } from "../comb.tsx";

const WIDTH = 760;

/** Where service parts stand along the carriage's way; what is not here is listed below the drawing. */
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
];

/** The drawn head end: heads over the medium, the station on the right, strip and rail above, waste below; never-touch zones marked. */
export function HeadEnd({ view }: { view: MachineView }) {
  const { machine, row } = view;
  const heads = machine.heads ?? [];
  const has = (kind: string) => view.parts.some((part) => part.kind === kind);
  const station = view.parts.filter(({ kind }) => AT_STATION.includes(kind));
  const due = new Set(view.parts.filter(({ due: items }) => items.length).map(({ id }) => id));
  const headWidth = Math.min(130, 340 / Math.max(1, heads.length) - 12);
  const cij = machine.class === "cij";
  return (
    <div className="grid gap-6 lg:grid-cols-[1.3fr_1fr]">
      <figure>
        <svg
          viewBox={`0 0 ${WIDTH} 300`}
          className="w-full"
          role="img"
          aria-label={`Head end of ${row.name}: ${heads.length} heads, ${station.map(({ kind }) => words(kind)).join(", ")}`}
        >
          <g stroke="var(--ink)" fill="none" strokeWidth="1.2" fontSize="12" fontFamily="var(--font-sans)">
            {(has("encoder-strip") || has("rail")) && (
              <>
                <path d="M10 40h740" strokeWidth={has("rail") ? 5 : 1.5} stroke="var(--soft)" />
                <text x="12" y="30" fill="var(--soft)" stroke="none">
                  {[has("encoder-strip") && "encoder strip", has("rail") && "rail"].filter(Boolean).join(" and ")}
                </text>
              </>
            )}
            {heads.map((head, index) => {
              const x = 20 + index * (headWidth + 12);
              const channels = head.channels ?? [];
              const pitch = (headWidth - 16) / Math.max(1, channels.length);
              return (
                <g key={head.id}>
                  <rect x={x} y="70" width={headWidth} height="84" rx="3" fill="var(--raised)" />
                  <text x={x + 6} y="86" fill="var(--ink)" stroke="none" fontWeight="600">
                    {head.id}
                  </text>
                  {channels.map((channel, place) => {
                    const shown = row.channels.find(({ id }) => id === `${head.id}/${channel.id}`);
                    return (
                      <g key={channel.id}>
                        <rect
                          x={x + 8 + place * pitch}
                          y="94"
                          width={Math.max(4, pitch - 4)}
                          height="40"
                          fill={shown?.colour}
                          stroke={isLight(shown?.colour ?? "#777777") ? "#2b2f33" : "var(--soft)"}
                          strokeWidth={isLight(shown?.colour ?? "#777777") ? 4 : 1}
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
                  <path d={`M${x} 158h${headWidth}`} stroke="var(--stop)" strokeWidth="3" strokeDasharray="6 4" />
                </g>
              );
            })}
            {!cij && heads.length > 0 && (
              <text x="20" y="176" fill="var(--stop)" stroke="none">
                nozzle plate: do not touch
              </text>
            )}
            {cij && (
              <text x="20" y="176" fill="var(--stop)" stroke="none">
                electrodes and plates: high voltage when on
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
                    fill={due.has(id) ? "var(--tint)" : "none"}
                    strokeWidth={due.has(id) ? 2.4 : 1.2}
                  />
                  <text x={x + 42} y={y + 23} textAnchor="middle" fill="var(--ink)" stroke="none" fontSize="11">
                    {words(kind)}
                  </text>
                </g>
              );
            })}
            {station.length > 0 && (
              <text x="392" y="56" fill="var(--soft)" stroke="none">
                station
              </text>
            )}
            {(machine.waste ?? []).map(({ id, kind, volumeMl, limitMl }, index) => {
              const x = 640 + index * 54;
              const mark = 288 - (84 * limitMl) / Math.max(1, volumeMl);
              return (
                <g key={id}>
                  <path d={`M${x} 204v84h34v-84`} />
                  <path d={`M${x - 5} ${mark}h44`} stroke="var(--stop)" strokeWidth="2" />
                  <text x={x - 8} y="240" textAnchor="end" fill="var(--soft)" stroke="none">
                    {words(kind)} {volumeMl} mL
                  </text>
                  <text x={x - 8} y="256" textAnchor="end" fill="var(--stop)" stroke="none">
                    empty before {limitMl} mL
                  </text>
                </g>
              );
            })}
            <path d="M20 196h360" stroke="var(--hair)" strokeWidth="6" />
            <text x="20" y="216" fill="var(--soft)" stroke="none">
              {machine.class === "dtg" ? "platen" : machine.class === "uv" ? "bed" : cij ? "line" : "medium"}
            </text>
          </g>
        </svg>
        <figcaption className="text-soft text-sm">
          A drawing of what is there, not to scale. Shaded parts have work due in the next 14 days. A hand goes in only with the machine
          off, or in its maker's maintenance position.
        </figcaption>
      </figure>
      <table className="h-fit w-full text-sm">
        <thead>
          <tr className="border-soft border-b text-left text-soft">
            <th scope="col" className="py-1 font-medium">
              Part
            </th>
            <th scope="col" className="text-right font-medium">
              Age
            </th>
            <th scope="col" className="pl-4 font-medium">
              Due
            </th>
          </tr>
        </thead>
        <tbody>
          {view.parts.map((part) => (
            <tr key={part.id} className="border-hair border-b align-baseline">
              <th scope="row" className="py-1 text-left font-medium">
                {words(part.kind)}
                {part.id !== part.kind && <span className="text-soft"> {part.id}</span>}
              </th>
              <td className="figure whitespace-nowrap text-right">{part.ageDays === null ? "unknown" : `${part.ageDays} days`}</td>
              <td className="pl-4">{part.due.join("; ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {view.parts.length === 0 && <p className="text-soft">No parts are listed. A supervisor adds them by fleet file or table.</p>}
    </div>
  );
}
