"use client";
import { SearchIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { clockTime } from "../../core/calendar/site-time.ts";
import { BEATS, type Role } from "../../core/fleet/vocabulary.ts";
import type { MachinesView } from "../../work/machine/machines.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Chip } from "../kit/chip.tsx";
import { Comb } from "../kit/comb.tsx";
import { TextInput } from "../kit/field.tsx";
import { Meter } from "../kit/meter.tsx";
import { Select } from "../kit/select.tsx";
import { Mark, WORD_COLOUR } from "../kit/state-mark.tsx";
import { Table } from "../kit/table.tsx";
import { useAsked } from "../use-asked.ts";
import { useLive } from "../use-live.ts";

type Row = MachinesView["machines"][number];
/** From what needs somebody to what is well. */
const WORST_FIRST: Row["word"][] = ["Out of order", "Hold", "Unchecked", "With care", "Asleep", "Printing", "Ready"];

const openWork = (row: Row) =>
  [...BEATS.flatMap((beat) => row.beats[beat]), ...row.also].filter(
    (item) => ((item.state === "due" || item.state === "overdue") && item.dueWords === "today") || item.late,
  );
const out = (row: Row): number | null =>
  row.class === "cij" || row.channels.every(({ read }) => !read) ? null : row.channels.reduce((sum, { missing }) => sum + missing, 0);

/** All machines, sorted by any of what is known of them; what is looked for stands in the address. */
export function MachinesPage({ view, role }: { view: MachinesView; role: Role }) {
  const t = useTranslations("machine.list");
  const router = useRouter();
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const [asked, ask] = useAsked(["find", "class", "area", "state"]);
  const [text, setText] = useState(asked.find);
  const areaName = (id: string | null) => view.areas.find((area) => area.id === id)?.name ?? "";
  const shown = view.machines.filter(
    (row) =>
      (!asked.class || row.class === asked.class) &&
      (!asked.area || row.area === asked.area) &&
      (!asked.state || row.word === asked.state) &&
      (!text.trim() ||
        `${row.name} ${row.class} ${row.family ?? ""} ${areaName(row.area)}`.toLowerCase().includes(text.trim().toLowerCase())),
  );
  const filtered = text.trim() !== "" || asked.class || asked.area || asked.state;
  const pick = (key: "class" | "area" | "state", name: string, options: { value: string; name: string }[]) =>
    options.length > 1 && (
      <Select label={name} value={asked[key]} onChange={(value) => ask({ [key]: value })} options={options} none={name} className="!w-36" />
    );
  return (
    <main className="px-5 pb-8 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
        <h1>
          {t("title")} <span className="font-normal text-base text-ink2">{t("count", { count: shown.length })}</span>
        </h1>
        <span className="ml-auto flex flex-wrap gap-1">
          <Link href="/nozzles" prefetch={false} className={buttonLook("quiet")}>
            {t("month")}
          </Link>
          <Link href="/nozzles/heads" prefetch={false} className={buttonLook("quiet")}>
            {t("heads")}
          </Link>
          <Link href="/nozzles/practice" prefetch={false} className={buttonLook("quiet")}>
            {t("practice")}
          </Link>
        </span>
      </div>
      {view.machines.length === 0 ? (
        <Empty title={t("empty")}>
          {role === "supervisor" ? (
            <>
              <p className="text-ink2 text-sm">{t("emptyHow")}</p>
              <Link href="/shop?tab=bring-in" className={buttonLook("primary")}>
                {t("bringIn")}
              </Link>
            </>
          ) : (
            <p className="text-ink2 text-sm">{t("askSupervisor")}</p>
          )}
        </Empty>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap items-center gap-2">
            <span className="relative w-56">
              <SearchIcon aria-hidden="true" className="pointer-events-none absolute top-2.5 left-2.5 size-4 text-ink3" />
              <TextInput
                aria-label={t("find")}
                placeholder={t("find")}
                value={text}
                onChange={(event) => setText(event.target.value)}
                onBlur={() => ask({ find: text.trim() })}
                className="!pl-8"
              />
            </span>
            {pick(
              "area",
              t("area"),
              view.areas.map(({ id, name }) => ({ value: id, name })),
            )}
            {pick(
              "class",
              t("class"),
              [...new Set(view.machines.map((row) => row.class))].map((value) => ({ value, name: value.toUpperCase() })),
            )}
            {pick(
              "state",
              t("state"),
              WORST_FIRST.filter((word) => view.machines.some((row) => row.word === word)).map((value) => ({ value, name: value })),
            )}
            {filtered && (
              <Button
                look="quiet"
                onClick={() => {
                  setText("");
                  ask({ find: "", class: "", area: "", state: "" });
                }}
              >
                {t("clear")}
              </Button>
            )}
          </div>
          {shown.length === 0 ? (
            <Empty title={t("nothing")} />
          ) : (
            <Table
              label={t("title")}
              rows={shown}
              keyOf={({ id }) => id}
              dense
              onOpen={({ id }) => router.push(`/machines/${id}`)}
              columns={[
                {
                  id: "machine",
                  name: t("machine"),
                  by: ({ name }) => name,
                  cell: (row) => (
                    <span className="flex items-center gap-2">
                      <Mark word={row.word} />
                      <Link
                        href={`/machines/${row.id}`}
                        prefetch={false}
                        className="font-bold text-[15px] text-ink no-underline hover:underline"
                      >
                        {row.name}
                      </Link>
                      <span className="text-ink3 text-xs uppercase">{row.class}</span>
                    </span>
                  ),
                },
                {
                  id: "area",
                  name: t("area"),
                  by: ({ area }) => areaName(area),
                  cell: ({ area }) => areaName(area),
                  className: "max-lg:hidden",
                },
                {
                  id: "state",
                  name: t("state"),
                  by: ({ word }) => WORST_FIRST.indexOf(word),
                  cell: ({ word, why }) => (
                    <span title={why} className={`whitespace-nowrap font-bold ${WORD_COLOUR[word]}`}>
                      {word}
                    </span>
                  ),
                },
                {
                  id: "checked",
                  name: t("checked"),
                  by: ({ checkedAt }) => checkedAt,
                  className: "max-md:hidden",
                  cell: ({ channels, checkedAt, word, class: kind }) => (
                    <span className="flex items-center gap-2">
                      <span className="flex gap-0.5">
                        {kind !== "cij" &&
                          channels.map((channel) => (
                            <Comb
                              key={channel.id}
                              channel={channel}
                              stale={word === "Unchecked"}
                              width={Math.floor(96 / channels.length)}
                            />
                          ))}
                      </span>
                      <span className="figure text-ink2">{checkedAt ? clockTime(new Date(checkedAt), view.timeZone) : t("never")}</span>
                    </span>
                  ),
                },
                { id: "out", name: t("nozzles"), right: true, by: out, cell: (row) => out(row) ?? "–", className: "max-sm:hidden" },
                {
                  id: "next",
                  name: t("next"),
                  by: ({ next }) => next.words,
                  cell: ({ next }) => next.words,
                  className: "max-md:hidden",
                },
                {
                  id: "due",
                  name: t("due"),
                  right: true,
                  by: (row) => openWork(row).filter(({ late }) => late).length * 1000 + openWork(row).length,
                  cell: (row) => {
                    const late = openWork(row).filter((item) => item.late).length;
                    return (
                      <span className="inline-flex items-center gap-2">
                        {late > 0 && <Chip tone="bad">{t("lateCount", { count: late })}</Chip>}
                        {openWork(row).length}
                      </span>
                    );
                  },
                },
                {
                  id: "waste",
                  name: t("waste"),
                  by: ({ vessel }) => (vessel && vessel.measured !== null ? vessel.ml / vessel.limitMl : null),
                  className: "max-sm:hidden",
                  cell: ({ vessel }) =>
                    vessel &&
                    (vessel.measured === null ? (
                      <span className="text-care">{t("notRead")}</span>
                    ) : (
                      <span className="flex items-center gap-2">
                        <Meter share={vessel.ml / vessel.limitMl} label={vessel.words} className="w-14" />
                        <span className="figure">{Math.round((vessel.ml / vessel.limitMl) * 100)} %</span>
                      </span>
                    )),
                },
              ]}
            />
          )}
        </>
      )}
    </main>
  );
}
