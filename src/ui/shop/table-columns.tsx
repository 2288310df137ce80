"use client";
import { ChevronDownIcon } from "lucide-react";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { TableView } from "../../work/shop/tables.ts";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";

/** Which column holds what, where it was guessed or not found; how the file was read; what was left out. */
export function TableColumns({ view, settle }: { view: TableView; settle: (columns: Record<string, number>) => void }) {
  const t = useTranslations("shop.bringIn");
  const [open, setOpen] = useState<boolean>();
  const lacking = view.fields.filter(({ id, required }) => required && view.columns[id] === undefined);
  const shown = open ?? lacking.length > 0;
  const separators: Record<string, string> = {
    ",": t("separators.comma"),
    ";": t("separators.semicolon"),
    tab: t("separators.tab"),
    "|": "|",
  };
  const nameOf = (id: string) => view.fields.find((field) => field.id === id)?.name ?? id;
  const used = new Set(Object.values(view.columns));
  const unused = view.headings.filter((heading, at) => heading && !used.has(at));
  const notes = [
    "workbook" in view.read
      ? ""
      : t("read", { encoding: view.read.encoding, separator: separators[view.read.separator] ?? view.read.separator }),
    view.guessed.length ? t("guessed", { fields: view.guessed.map(nameOf).join(", ") }) : "",
    unused.length ? t("unused", { headings: unused.map((heading) => heading.replace(/\.+$/, "")).join(", ") }) : "",
    ...(["above", "sums", "headings"] as const).map((why) => {
      const lines = view.leftOut.filter((each) => each.why === why).map(({ line }) => line);
      return lines.length ? t(`leftOut.${why}`, { count: lines.length, lines: lines.join(", ") }) : "";
    }),
  ].filter(Boolean);
  return (
    <div className="rounded-[3px] border border-rule border-dashed">
      <button
        type="button"
        aria-expanded={shown}
        className="flex min-h-9 w-full items-center gap-2 px-3 py-1.5 text-left text-sm"
        onClick={() => setOpen(!shown)}
      >
        <b>{t("columns")}</b>
        <span className={lacking.length ? "font-semibold text-hold" : "text-ink2"}>
          {lacking.length ? t("lacking", { fields: lacking.map(({ name }) => name).join(", ") }) : notes.join(" ")}
        </span>
        <ChevronDownIcon aria-hidden="true" className={`ml-auto size-4 shrink-0 ${shown ? "rotate-180" : ""}`} />
      </button>
      {shown && (
        <fieldset className="flex flex-wrap gap-3 px-3 pb-3">
          <legend className="sr-only">{t("columns")}</legend>
          {view.fields.map((field) => (
            <Field
              key={field.id}
              label={field.required ? t("needed", { field: field.name }) : field.name}
              className="w-44"
              {...(view.guessed.includes(field.id) ? { hint: t("guess") } : {})}
            >
              <Select
                value={view.columns[field.id] === undefined ? "" : String(view.columns[field.id])}
                none={t("none")}
                onChange={(value) => {
                  const columns = { ...view.columns };
                  if (value === "") delete columns[field.id];
                  else columns[field.id] = Number(value);
                  settle(columns);
                }}
                options={view.headings.map((heading, index) => ({
                  value: String(index),
                  name: heading || t("column", { number: index + 1 }),
                }))}
              />
            </Field>
          ))}
        </fieldset>
      )}
    </div>
  );
}
