"use client";
import { PlusIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { HAZARDS, type Hazard } from "../../core/safety/hazards.ts";
import type { DataSheet } from "../../work/shop/safety.ts";
import { Button } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { flipped, Marks } from "../kit/marks.tsx";
import { Panel } from "../kit/panel.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";

const CHOICES = Object.entries(HAZARDS) as [Hazard, { name: string }][];

/** Links to the suppliers' data sheets, each shown before the first step wherever one of its hazards is; edited in a panel. */
export function DataSheets({ sheets, maySetUp }: { sheets: DataSheet[]; maySetUp: boolean }) {
  const t = useTranslations("shop.safety");
  const router = useRouter();
  const [open, setOpen] = useState<number | null>(null);
  const save = (next: DataSheet[]) =>
    trying(async () => {
      await ask("/api/safety", { body: { sheets: next } });
      say(t("saved"));
      setOpen(null);
      router.refresh();
    });
  const shown = open === null ? undefined : (sheets[open] ?? { name: "", url: "", hazards: [] });
  return (
    <section aria-label={t("sheets")}>
      <div className="flex items-center justify-between gap-3 border-ink border-b-[1.5px] pb-1">
        <h2 className="!text-base font-bold">{t("sheets")}</h2>
        {maySetUp && (
          <Button size="small" onClick={() => setOpen(sheets.length)}>
            <PlusIcon aria-hidden="true" />
            {t("newSheet")}
          </Button>
        )}
      </div>
      <p className="py-1 text-ink2 text-sm">{t("sheetsNote")}</p>
      {sheets.length === 0 ? (
        <Empty title={t("noSheets")} />
      ) : (
        <ul>
          {sheets.map((sheet, index) => (
            <li key={sheet.url} className="flex flex-wrap items-baseline gap-x-3 border-line border-b py-1.5">
              <a href={sheet.url} className="font-bold">
                {sheet.name}
              </a>
              <span className="text-ink2 text-sm">{sheet.hazards.map((hazard) => HAZARDS[hazard].name).join(", ")}</span>
              {maySetUp && <Edit name={sheet.name} onEdit={() => setOpen(index)} />}
            </li>
          ))}
        </ul>
      )}
      <Panel title={shown?.name || t("newSheet")} open={shown !== undefined} onOpenChange={(on) => !on && setOpen(null)}>
        {shown && open !== null && (
          <SheetForm
            key={open}
            sheet={shown}
            save={(sheet) => void save(open < sheets.length ? sheets.map((each, at) => (at === open ? sheet : each)) : [...sheets, sheet])}
            {...(open < sheets.length ? { remove: () => void save(sheets.filter((_, at) => at !== open)) } : {})}
          />
        )}
      </Panel>
    </section>
  );
}

function Edit({ name, onEdit }: { name: string; onEdit: () => void }) {
  const t = useTranslations("shop");
  return (
    <Button look="quiet" size="small" className="ml-auto" aria-label={`${name}: ${t("edit")}`} onClick={onEdit}>
      {t("edit")}
    </Button>
  );
}

function SheetForm({ sheet, save, remove }: { sheet: DataSheet; save: (sheet: DataSheet) => void; remove?: () => void }) {
  const t = useTranslations("shop.safety");
  const all = useTranslations("shop");
  const [draft, setDraft] = useState(sheet);
  return (
    <form
      aria-label={t("newSheet")}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        save(draft);
      }}
    >
      <Field label={t("of")}>
        <TextInput required maxLength={200} value={draft.name} onChange={(event) => setDraft({ ...draft, name: event.target.value })} />
      </Field>
      <Field label={t("where")}>
        <TextInput
          required
          type="url"
          pattern="https?://.+"
          value={draft.url}
          onChange={(event) => setDraft({ ...draft, url: event.target.value })}
        />
      </Field>
      <Marks
        label={t("hazards")}
        options={CHOICES.map(([id, { name }]) => ({ value: id, name }))}
        chosen={draft.hazards}
        flip={(hazard) => setDraft({ ...draft, hazards: flipped(draft.hazards, hazard as Hazard) })}
      />
      <div className="flex gap-3">
        <Button look="primary" type="submit" className="grow">
          {all("save")}
        </Button>
        {remove && (
          <Button look="danger" onClick={remove}>
            {all("remove")}
          </Button>
        )}
      </div>
    </form>
  );
}
