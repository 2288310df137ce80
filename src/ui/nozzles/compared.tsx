"use client";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { changeOf, changeWords } from "../../core/nozzles/compare.ts";
import { ALL_GOOD, verdictOf } from "../../core/nozzles/verdicts.ts";
import type { CheckView, NozzleHistory } from "../../work/nozzles/nozzle-history.ts";
import { isLight } from "../kit/comb.tsx";
import { RowHead, TableHead } from "../table.tsx";

/** Two checks over each other, channel by channel, with what changed in words. */
export function Compared({ history, earlier, later }: { history: NozzleHistory; earlier: CheckView; later: CheckView }) {
  const readingIn = (check: CheckView, id: string) => check.channels.find((channel) => channel.id === id);
  const older = history.checks.filter(({ at }) => at < later.at);
  return (
    <table className="w-full text-sm">
      <TableHead columns={["Channel", "Over each other", "What changed"]} />
      <tbody>
        {history.channels.map((channel) => {
          const after = readingIn(later, channel.id);
          if (!after) return null;
          const before = readingIn(earlier, channel.id);
          const change = changeOf(
            before,
            after,
            older.flatMap((check) => readingIn(check, channel.id) ?? []),
          );
          return (
            <tr key={channel.id} className="border-line border-b align-middle">
              <RowHead className="font-normal">
                <span className="figure font-semibold">{channel.id}</span> {channel.ink.replaceAll("-", " ")}
              </RowHead>
              <td className="w-2/5 pr-3">
                {before && <Over before={before} after={after} colour={channel.colour} nozzles={channel.nozzles} />}
              </td>
              <td>{changeWords(change)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The earlier check above, the later below; what is the same stands in one line, so that a change is a break. */
function Over({
  before,
  after,
  colour,
  nozzles,
}: {
  before: ChannelReading;
  after: ChannelReading;
  colour: string;
  nozzles: number | null;
}) {
  const many = nozzles ?? 0;
  if (!many || (!before.which && before.missing > 0) || (!after.which && after.missing > 0)) return null;
  const light = isLight(colour);
  return (
    <svg
      viewBox={`0 0 ${many} 16`}
      preserveAspectRatio="none"
      className="block h-6 w-full rounded-sm"
      style={{ background: light ? "#2b2f33" : "#efe9dc" }}
      role="img"
      aria-label="the earlier check above, the later below"
    >
      {Array.from({ length: many }, (_, k) => {
        const was = before.gone ? "missing" : verdictOf(before.which ?? ALL_GOOD, k);
        const is = after.gone ? "missing" : verdictOf(after.which ?? ALL_GOOD, k);
        return (
          <g key={k} fill={colour}>
            {was !== "missing" && <rect x={k + 0.15} y={was === "good" ? 1 : 4} width={0.7} height={was === "good" ? 6.5 : 3.5} />}
            {is !== "missing" && <rect x={k + 0.15} y={8.5} width={0.7} height={is === "good" ? 6.5 : 3.5} />}
          </g>
        );
      })}
    </svg>
  );
}
