import { dashesOf, type NozzlePattern } from "./pattern.ts";

const escaped = (text: string) => text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;").replace(/"/g, "&quot;");
const short = (value: number) => String(Math.round(value * 1000) / 1000);

/**
 * A check sheet as an SVG document to scale: its units are millimetres, `width` and `height` say so to whoever prints it.
 * Clear ink is drawn as outlines. Sheet names and channels stand beside the blocks only where `labels` is set, since a
 * printed check has none.
 */
export function sheetSvg(
  pattern: NozzlePattern,
  { labels = false, medium = "#ffffff" }: { labels?: boolean; medium?: string } = {},
): string {
  const { width, height } = pattern.sheet;
  const blocks = pattern.channels.map((channel) => {
    const paint = channel.colour === null ? 'fill="none" stroke="#777777" stroke-width="0.05"' : `fill="${channel.colour}"`;
    const path = dashesOf(channel)
      .map(
        ({ x, y, length, thickness }) => `M${short(x)} ${short(y - thickness / 2)}h${short(length)}v${short(thickness)}h${short(-length)}z`,
      )
      .join("");
    const label = labels
      ? `<text x="${short(channel.origin.x)}" y="${short(channel.origin.y - 1.6)}" font-size="3" font-family="sans-serif" fill="#777777">${escaped(channel.id)}, ${escaped(channel.ink)}</text>`
      : "";
    return `<g id="${escaped(channel.id)}">${label}<path d="${path}" ${paint}/></g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${short(width)}mm" height="${short(height)}mm" viewBox="0 0 ${short(width)} ${short(height)}"><title>${escaped(pattern.name)}</title><rect width="${short(width)}" height="${short(height)}" fill="${medium}"/>${blocks.join("")}</svg>`;
}
