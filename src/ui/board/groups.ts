import type { Beat } from "../../core/fleet/vocabulary.ts";
import type { BoardView, MachineRow } from "../../work/board/board.ts";

/** Where now lies between the day's beats: in which one's column, and how far. Null where the shop has no times. */
export function clockLine(view: Pick<BoardView, "beats" | "nowWords">): { beat: Beat; share: number; words: string } | null {
  const words = view.nowWords;
  const minutes = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
  const timed = view.beats.flatMap(({ beat, by }) => (by ? [{ beat, at: minutes(by) }] : []));
  const at = minutes(words);
  const next = timed.findIndex((each) => at <= each.at);
  const last = timed.at(-1);
  if (!last) return null;
  if (next < 0) return { beat: last.beat, share: 1, words };
  const [from, to] = [timed[next - 1]?.at ?? Math.max(0, (timed[next]?.at ?? 0) - 240), timed[next]?.at ?? 0];
  return { beat: timed[next]?.beat ?? last.beat, share: to > from ? Math.max(0, (at - from) / (to - from)) : 1, words };
}

export type Group = { id: string; name: string; air: BoardView["areas"][number]["air"]; rows: MachineRow[] };

/** Machines in walking order, area by area. */
export function grouped(view: BoardView, rows: MachineRow[]): Group[] {
  const groups: Group[] = [];
  for (const row of rows) {
    const last = groups.at(-1);
    const area = row.area ?? "";
    if (last?.id.startsWith(`${area}/`)) last.rows.push(row);
    else
      groups.push({
        id: `${area}/${row.id}`,
        name: view.areas.find(({ id }) => id === area)?.name ?? (view.areas.length ? "No area" : ""),
        air: view.areas.find(({ id }) => id === area)?.air ?? null,
        rows: [row],
      });
  }
  return groups;
}
