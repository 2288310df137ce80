"use client";
import { useTranslations } from "use-intl";
import type { BoardView } from "../../work/board/board.ts";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";

type Asked = { area: string; class: string };

/** By area and by class; by state, the marks under the number do it. */
export function Filters({ view, asked, ask }: { view: BoardView; asked: Asked; ask: (change: Partial<Asked>) => void }) {
  const t = useTranslations("board");
  const classes = [...new Set(view.machines.map((row) => row.class))];
  return (
    <>
      <Field label={t("columns.area")}>
        <Select
          value={asked.area}
          onChange={(area) => ask({ area })}
          none={t("all")}
          options={view.areas.map(({ id, name }) => ({ value: id, name }))}
        />
      </Field>
      <Field label={t("class")}>
        <Select
          value={asked.class}
          onChange={(kind) => ask({ class: kind })}
          none={t("all")}
          options={classes.map((each) => ({ value: each, name: each.toUpperCase() }))}
        />
      </Field>
    </>
  );
}
