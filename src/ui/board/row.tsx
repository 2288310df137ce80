"use client";
import Link from "next/link";
import { Popover } from "radix-ui";
import { type CSSProperties, lazy, memo, Suspense } from "react";
import { useTranslations } from "use-intl";
import { canPrint } from "../../core/board/needs.ts";
import { capital } from "../../core/capital.ts";
import { BEATS, type Beat, type Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { BoardView, MachineRow } from "../../work/board/board.ts";
import { buttonLook } from "../kit/button.tsx";
import { Comb } from "../kit/comb.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { Mark, StateMark, WORD_COLOUR } from "../kit/state-mark.tsx";
import { Item } from "./item.tsx";
import { RowHead } from "./row-head.tsx";

const ReleaseForm = lazy(() => import("./release-form.tsx").then((module) => ({ default: module.ReleaseForm })));

type Area = { name: string; air: BoardView["areas"][number]["air"]; rows: number };
type Props = {
  row: MachineRow;
  role: Role;
  chosen: boolean;
  onChoose: (id: string, chosen: boolean) => void;
  /** Of the first machine of an area: the area, over all of its rows. */
  area: Area | null;
  /** In which time of day the clock stands, and how far. */
  clockBeat: Beat | null;
  clockShare: number;
};

/** Air that asks for something stands out. */
const AIR: Record<string, string> = { dry: "text-hold font-semibold", damp: "text-care font-semibold", silent: "text-care" };

/** One machine of the Board. */
export const BoardRow = memo(function BoardRow({ row, role, chosen, onChoose, area, clockBeat, clockShare }: Props) {
  const t = useTranslations("board.row");
  const mayRecord = mayDo(role, "record");
  const mayPlan = mayDo(role, "plan");
  const prints = canPrint(row.word);
  const cell = (items: WorkItem[], how: { checkFirst?: boolean; later?: boolean } = {}) => (
    <Cell items={items} row={row} mayRecord={mayRecord} mayPlan={mayPlan} {...how} />
  );
  const combWidth = Math.min(24, Math.floor((118 - 2 * row.channels.length) / Math.max(1, row.channels.length)));
  return (
    <tr className={`h-[30px] border-line border-b align-middle ${chosen ? "bg-well" : ""}`}>
      {area && (
        <th scope="rowgroup" rowSpan={area.rows} className="py-1 pr-2 pl-5 text-left align-top font-semibold leading-tight">
          {area.name}
          {area.air && (
            <span title={area.air.words} className={`block truncate font-normal text-xs ${AIR[area.air.word] ?? "text-ink2"}`}>
              {area.air.word === "right" ? "" : `${area.air.word}, `}
              {area.air.words}
            </span>
          )}
        </th>
      )}
      <td className="py-0.5 pl-1">
        <input
          type="checkbox"
          checked={chosen}
          onChange={(event) => onChoose(row.id, event.target.checked)}
          aria-label={t("choose", { name: row.name })}
          className="size-4 accent-(--accent)"
          data-row={row.id}
        />
      </td>
      <RowHead className="pr-2 font-semibold">
        <span className="flex items-center gap-2">
          <Mark word={row.word} />
          <Link href={`/machines/${row.id}`} className="font-bold text-[15px] text-ink no-underline hover:underline">
            {row.name}
          </Link>
          <span className="font-normal text-ink3 text-xs uppercase max-lg:hidden">{row.class}</span>
        </span>
      </RowHead>
      <td className="max-w-0 pr-2">
        <Popover.Root>
          <Popover.Trigger className="block w-full rounded-[3px] text-left leading-tight hover:bg-well">
            <b className={`block text-[13px] leading-[1.1] ${WORD_COLOUR[row.word]}`}>{row.word}</b>
            <span className="block truncate text-ink2 text-xs leading-[1.15] max-lg:hidden">
              {row.missed && (
                <strong className="font-semibold text-hold">
                  {t("missedOn", { day: row.missed.day, names: row.missed.names.join(", ") })}{" "}
                </strong>
              )}
              {!prints && `${row.why} `}
              {row.condition && <span className="text-care">{capital(row.condition)}. </span>}
              {prints && row.why}
            </span>
          </Popover.Trigger>
          <PopCard label={t("moreOf", { name: row.name })} align="start" className="w-96 gap-2">
            <StateMark word={row.word} />
            <p>{row.why}</p>
            {row.condition && <p>{t("also", { words: row.condition })}</p>}
            {row.missed && <p className="text-hold">{t("missed", { day: row.missed.day, names: row.missed.names.join(", ") })}</p>}
            <p>{t("next", { words: row.next.words })}</p>
            <p className="flex flex-wrap gap-3 text-sm">
              {row.evidence.map((id, index) => (
                <Link key={id} href={`/logbook/${id}`}>
                  {index === 0 ? t("entry") : t("another")}
                </Link>
              ))}
            </p>
            {mayRecord && row.channels.length > 0 && row.class !== "cij" && (
              <Link href={`/check?machines=${row.id}`} className={buttonLook("primary")}>
                {t("enter")}
              </Link>
            )}
            {mayDo(role, "release") && (row.word === "Hold" || row.word === "Unchecked") && (
              <Suspense>
                <ReleaseForm machine={row} />
              </Suspense>
            )}
          </PopCard>
        </Popover.Root>
      </td>
      <td className="pr-2 max-lg:hidden">
        <span className="flex gap-0.5">
          {row.class !== "cij" &&
            row.channels.map((channel) => (
              <Comb key={channel.id} channel={channel} stale={row.word === "Unchecked"} width={combWidth} height={17} />
            ))}
        </span>
      </td>
      {BEATS.map((beat) => (
        <td key={beat} className="pr-2" style={clockBeat === beat ? nowLine(clockShare) : undefined}>
          {cell(row.beats[beat], { checkFirst: beat === "opening" && row.missed?.closing })}
        </td>
      ))}
      <td className="max-lg:hidden">
        <WeekBars row={row} />
      </td>
      <td className="pr-3">{cell(row.also, { later: true })}</td>
    </tr>
  );
});

/** The line of now through a column. */
const nowLine = (share: number): CSSProperties => ({
  backgroundImage: "linear-gradient(var(--accent), var(--accent))",
  backgroundSize: "2px 100%",
  backgroundRepeat: "no-repeat",
  backgroundPosition: `${share * 100}% 0`,
});

const [BAR_PX, FULL_MINUTES] = [22, 45];

/** Hands of the next seven days, a bar a day. */
function WeekBars({ row }: { row: MachineRow }) {
  const words = row.week.map(({ minutes }) => minutes).join(", ");
  return (
    <span role="img" aria-label={`${row.name}: ${words} min`} title={`${words} min`} className="flex h-[24px] items-end">
      {row.week.map(({ minutes, late }, at) => (
        <span key={at} className="flex h-full w-[13px] items-end border-line border-b">
          <span
            className={`mx-auto block w-2 ${late ? "bg-hold" : "bg-ink2"}`}
            style={{ height: minutes ? Math.max(3, (BAR_PX * Math.min(minutes, FULL_MINUTES)) / FULL_MINUTES) : 1 }}
          />
        </span>
      ))}
    </span>
  );
}

const SHOWN = 2;
const over = ({ state }: WorkItem) => state === "done" || state === "skipped";
const RANK: Record<WorkItem["state"], number> = { overdue: 0, due: 1, open: 2, coming: 3, skipped: 4, done: 4 };

/** What is open by name, the most pressing first (after a missed closing the check); what is over, and what has no room, folded into a count that opens. */
function Cell({
  items,
  row,
  mayRecord,
  mayPlan,
  checkFirst = false,
  later = false,
}: {
  items: WorkItem[];
  row: MachineRow;
  mayRecord: boolean;
  mayPlan: boolean;
  checkFirst?: boolean;
  /** Of other days: a narrow place, in which nobody having it yet says nothing. */
  later?: boolean;
}) {
  const rank = (item: WorkItem) => (checkFirst && item.isCheck ? -1 : RANK[item.state]);
  const open = items.filter((item) => !over(item)).sort((a, b) => rank(a) - rank(b) || (a.due < b.due ? -1 : 1));
  const named = open.length === SHOWN + 1 && !later ? open : open.slice(0, SHOWN);
  const rest = items.filter((item) => !named.includes(item));
  const single = rest.length === 1 && (!later || named.length < SHOWN) ? rest[0] : undefined;
  const done = rest.filter(over);
  const last = done
    .map(({ doneAt }) => doneAt ?? "")
    .sort()
    .at(-1);
  const t = useTranslations("board.row");
  const words =
    done.length === rest.length
      ? open.length === 0 && items.length > 1
        ? `all ${items.length}`
        : done.length === 1
          ? done[0]?.short
          : `${done.length}`
      : `+${rest.length}`;
  if (items.length === 0) return null;
  return (
    <div className="flex min-w-0 items-center gap-1 leading-[1.2] max-lg:flex-wrap">
      {named.map((item) => (
        <Item key={item.key} item={item} machine={row} mayRecord={mayRecord} mayPlan={mayPlan} later={later} />
      ))}
      {single && <Item item={single} machine={row} mayRecord={mayRecord} mayPlan={mayPlan} />}
      {rest.length > 0 && !single && (
        <Popover.Root>
          <Popover.Trigger
            className="inline-flex shrink-0 items-baseline gap-1 whitespace-nowrap rounded-[3px] px-0.5 text-ink2 hover:bg-well"
            aria-label={`${row.name}: ${rest.map(({ name, state }) => `${name} ${state}`).join(", ")}`}
          >
            {done.length === rest.length && (
              <span aria-hidden="true" className="inline-block w-2.5 text-center font-semibold">
                ✓
              </span>
            )}
            {words}
            {open.length === 0 && last && <span className="figure">{last}</span>}
          </Popover.Trigger>
          <PopCard label={t("moreOf", { name: row.name })} align="start" className="max-h-96 gap-1.5">
            {rest.map((item) => (
              <Item key={item.key} item={item} machine={row} mayRecord={mayRecord} mayPlan={mayPlan} wide />
            ))}
          </PopCard>
        </Popover.Root>
      )}
    </div>
  );
}
