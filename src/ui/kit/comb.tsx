import type { ChannelView } from "../../core/nozzles/channel-views.ts";

/** What a comb shows of a channel's last check. */
export type CombChannel = ChannelView;

/** A tooth with its gap takes at least so much, so that teeth are seen one by one. */
const PITCH = 2.4;

/** Whether an ink needs a dark ground to be seen (sRGB luminance, near enough for that). */
export function isLight(colour: string): boolean {
  const part = (at: number) => Number.parseInt(colour.slice(at, at + 2), 16) / 255;
  return 0.3 * part(1) + 0.59 * part(3) + 0.11 * part(5) > 0.62;
}

/** Teeth of a comb: `gap` missing, `short` weak, `off` deflected; at their places where these are known, else gaps side by side where neighbours are. */
function teeth({ missing, weak, deflected, neighbours, which, nozzles }: CombChannel, count: number): ("full" | "gap" | "short" | "off")[] {
  if (which && nozzles) {
    const bundle = (list: readonly number[]) => new Set(list.map((k) => Math.min(count - 1, Math.floor((k * count) / nozzles))));
    const [gaps, shorts, offs] = [bundle(which.missing), bundle(which.weak), bundle(which.deflected)];
    return Array.from({ length: count }, (_, tooth) =>
      gaps.has(tooth) ? "gap" : shorts.has(tooth) ? "short" : offs.has(tooth) ? "off" : "full",
    );
  }
  const row = Array.from<"full" | "gap" | "short" | "off">({ length: count }).fill("full");
  const put = (many: number, kind: "gap" | "short" | "off", start: number, step: number) => {
    for (let done = 0, at = start, tries = 0; done < Math.min(many, count) && tries < count * 3; tries++) {
      if (row[at % count] === "full") {
        row[at % count] = kind;
        done++;
        at += step;
      } else at++;
    }
  };
  put(missing, "gap", Math.floor(count / 3), neighbours ? 1 : Math.max(2, Math.floor(count / 3)));
  put(Math.ceil(weak), "short", 2, 5);
  put(Math.ceil(deflected), "off", 9, 5);
  return row;
}

/** In words: “H2/W2, white: 3 missing”. */
export function combWords(channel: CombChannel): string {
  const { id, ink, missing, weak, deflected } = channel;
  const name = `${id}, ${ink.replaceAll("-", " ")}`;
  if (channel.gone) return `${name}: all out`;
  if (!channel.read) return `${name}: not read`;
  const parts = [missing ? `${missing} missing` : "", weak ? `${weak} weak` : "", deflected ? `${deflected} deflected` : ""].filter(
    Boolean,
  );
  return `${name}: ${parts.length ? parts.join(", ") : "none missing"}${channel.neighbours ? ", side by side" : ""}`;
}

/** The small picture of a channel: fine teeth in the ink's colour, gaps where nozzles are missing, short teeth where weak. */
export function Comb({
  channel,
  stale,
  width = 34,
  height = 15,
  fills = false,
}: {
  channel: CombChannel;
  stale?: boolean;
  width?: number;
  height?: number;
  /** Takes the width that there is; `width` says how many teeth. */
  fills?: boolean;
}) {
  const light = isLight(channel.colour);
  const ground = light ? "#2b2f33" : "#efe9dc";
  const count = Math.max(5, Math.floor(width / PITCH));
  const pitch = width / count;
  const words = combWords(channel);
  return (
    <svg
      width={fills ? "100%" : width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio={fills ? "none" : undefined}
      role="img"
      aria-label={words}
      className="shrink-0"
    >
      <title>{words}</title>
      <rect
        width={width}
        height={height}
        rx="1.5"
        fill={channel.read || channel.gone ? ground : "none"}
        stroke="var(--line)"
        strokeDasharray={channel.read || channel.gone ? undefined : "2 2"}
      />
      {channel.read && !channel.gone && (
        <g fill={channel.colour} opacity={stale ? 0.45 : 1}>
          {teeth(channel, count).map((tooth, index) =>
            tooth === "gap" ? null : (
              <rect
                key={index}
                x={index * pitch + pitch * 0.22}
                y={tooth === "short" ? height * 0.55 : tooth === "off" ? height * 0.05 : height * 0.16}
                width={pitch * 0.56}
                height={tooth === "short" ? height * 0.3 : height * 0.68}
              />
            ),
          )}
        </g>
      )}
    </svg>
  );
}
