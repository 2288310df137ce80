"use client";
import { useTranslations } from "use-intl";
import type { DoorView } from "../../work/standby/door.ts";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";

/** When the first machine prints next, how sure that is, and behind it every machine's; who should come earlier. */
export function FirstPrints({ next }: { next: NonNullable<DoorView["next"]> }) {
  const t = useTranslations("standby.door");
  const [first] = [...next.machines].sort((a, b) => a.by.localeCompare(b.by));
  return (
    <section aria-label={t("promise", { day: next.dayWords })} className="border-line sm:border-l-2 sm:border-dotted sm:pl-5">
      {first && (
        <>
          <p className="flex items-center gap-2 text-base">
            <b>{t("firstOf", { day: next.dayWords, machine: first.name })}</b>
            <Why label={t("promise", { day: next.dayWords })}>
              <Table
                label={t("promise", { day: next.dayWords })}
                dense
                rows={next.machines}
                keyOf={({ id }) => id}
                columns={[
                  {
                    id: "machine",
                    name: t("machine"),
                    by: ({ name }) => name,
                    cell: ({ name, words }) => <span title={words}>{name}</span>,
                  },
                  { id: "by", name: t("ready"), right: true, by: ({ by }) => by, cell: ({ by }) => by },
                  { id: "chance", name: t("chance"), right: true, by: ({ chance }) => chance, cell: ({ chance }) => `${chance} %` },
                  {
                    id: "late",
                    name: t("afterRecovery"),
                    right: true,
                    by: ({ lateBy }) => lateBy,
                    cell: ({ lateBy, lateChance }) => `${lateBy}, ${lateChance} %`,
                  },
                ]}
              />
              {next.later.length > 0 && <Reasons of={next.later} />}
            </Why>
          </p>
          <p className="figure font-bold text-5xl leading-tight">{first.by}</p>
          <p className="text-base text-ink2">{t("byLate", { time: first.lateBy, chance: first.lateChance })}</p>
        </>
      )}
      {next.earlier.map(({ person, minutes, why }) => (
        <p key={person} className="border-care border-l-4 pl-2 text-base">
          {t("earlier", { person, minutes, why })}
        </p>
      ))}
    </section>
  );
}
