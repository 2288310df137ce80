"use client";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { StandbyView } from "../../work/standby/machine.ts";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";

type Flush = NonNullable<StandbyView["flush"]>;
type Row = { id: string; empties: Flush["empties"]; line: Flush["lines"][number] | null; what: string; ml: number };

const ml = (value: number) => value.toFixed(value < 100 ? 1 : 0);

/** Millilitres and seconds line by line, and where the waste must be emptied. */
export function FlushTable({ flush }: { flush: Flush }) {
  const t = useTranslations("idle");
  const rows = flush.steps.map((step, index): Row => {
    const line = flush.lines[index] ?? null;
    return {
      id: line?.id ?? step.what,
      empties: flush.empties.filter(({ before }) => before === index),
      line,
      what: step.what,
      ml: line?.ml ?? step.ml,
    };
  });
  return (
    <>
      <p>
        <b>{t("flushAll", { ml: ml(flush.fluidMl), fluid: flush.fluid, minutes: Math.ceil(flush.seconds / 60) })}</b> {t("flushEye")}{" "}
        <Why label={t("flush")}>
          <Reasons of={[flush.whiteWhy]} />
        </Why>
      </p>
      <Table
        label={t("flush")}
        rows={rows}
        keyOf={({ id }) => id}
        columns={[
          {
            id: "line",
            name: t("line"),
            cell: ({ empties, line, what }) => (
              <>
                {empties.map(({ before, after }) => (
                  <span key={`${before}/${after}`} className="block border-hold border-l-4 pl-2 text-sm">
                    <b>{t("empty")}.</b>{" "}
                    {after > 0
                      ? t("emptyWithin", { ml: Math.round(after), limit: flush.limitMl ?? 0 })
                      : before === 0
                        ? t("emptyFirst")
                        : t("emptyNext", { limit: flush.limitMl ?? 0 })}
                  </span>
                ))}
                {line ? (
                  <>
                    <span className="figure font-semibold">{line.id}</span>{" "}
                    <span className="text-ink2">{line.ink.replaceAll("-", " ")}</span>
                  </>
                ) : (
                  `${capital(what)}`
                )}
              </>
            ),
          },
          { id: "holds", name: t("holds"), right: true, cell: ({ line }) => line && ml(line.volumeMl) },
          { id: "volumes", name: t("volumes"), right: true, cell: ({ line }) => line?.volumes.toFixed(2) },
          { id: "pump", name: t("pump"), right: true, cell: (row) => ml(row.ml) },
          { id: "seconds", name: t("seconds"), right: true, cell: ({ line }) => line && Math.round(line.seconds) },
          {
            id: "how",
            name: t("why"),
            hidden: true,
            cell: ({ line }) =>
              line && (
                <Why label={t("how", { line: line.id })}>
                  <p>{line.why}.</p>
                </Why>
              ),
          },
        ]}
      />
    </>
  );
}
