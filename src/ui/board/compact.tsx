"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { MachineRow } from "../../work/board/board.ts";
import { initialsOf } from "../kit/initials.tsx";
import { Mark } from "../kit/state-mark.tsx";
import type { Group } from "./groups.ts";

const over = ({ state }: WorkItem) => state === "done" || state === "skipped";
const QUIET: MachineRow["word"][] = ["Ready", "Printing"];

/** Many machines on one page: state, the day's three times of work, who has the most of it; what is not as it should be stands out. */
export function Compact({ groups }: { groups: readonly Group[] }) {
  const t = useTranslations("board.compact");
  return (
    <div className="columns-2 gap-x-5 border-ink border-t-[1.5px] pt-1 md:columns-3 lg:columns-4 xl:columns-5">
      {groups.map(({ id, name, rows }) => (
        <section key={id} aria-label={name}>
          <h2 className="!text-xs mt-1.5 flex justify-between border-ink border-b pb-0.5 font-bold">
            {name || t("noArea")} <span className="figure font-normal text-ink3">{rows.length}</span>
          </h2>
          <ul>
            {rows.map((row) => (
              <li key={row.id} className="break-inside-avoid border-line border-b">
                <Line row={row} />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Line({ row }: { row: MachineRow }) {
  const t = useTranslations("board.compact");
  const all = [...BEATS.flatMap((beat) => row.beats[beat]), ...row.also];
  const late = all.filter((item) => item.late).length;
  const who = all.find((item) => !over(item) && item.personName)?.personName;
  const beat = (items: readonly WorkItem[]) =>
    items.length === 0 ? "none" : items.every(over) ? "done" : items.some((item) => item.late) ? "late" : "due";
  const beats = BEATS.map((each) => ({ each, how: beat(row.beats[each]) }));
  return (
    <Link
      href={`/machines/${row.id}`}
      prefetch={false}
      title={`${row.word}: ${row.why}`}
      aria-label={`${row.name}, ${row.word}, ${beats.map(({ each, how }) => `${each} ${how}`).join(", ")}${late ? `, ${t("late", { count: late })}` : ""}`}
      className={`flex h-[17px] items-center gap-1.5 text-[13px] text-ink no-underline hover:bg-card ${QUIET.includes(row.word) ? "" : "font-bold"}`}
    >
      <Mark word={row.word} size={12} />
      <span className="min-w-0 grow truncate">{row.name}</span>
      <span className="flex gap-0.5" aria-hidden="true">
        {beats.map(({ each, how }) => (
          <i
            key={each}
            className={`size-2 ${how === "done" ? "bg-ink2" : how === "late" ? "rotate-45 scale-90 bg-hold" : how === "due" ? "border border-ink" : "border border-line"}`}
          />
        ))}
      </span>
      <span className="w-6 text-right font-semibold text-hold text-xs">{late || ""}</span>
      <span className="w-5 text-right text-[10px] text-ink3">{who ? initialsOf(who) : ""}</span>
    </Link>
  );
}
