"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { SignCount } from "../../work/routines/signs.ts";
import type { LadderRow } from "../../work/shop/ladder-settings.ts";
import type { ReadinessRow } from "../../work/shop/readiness.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { Panel } from "../kit/panel.tsx";
import { Table } from "../kit/table.tsx";
import { say, trying } from "../say.ts";
import { ask, entryOf, sendEntries } from "../send.ts";
import { LadderForm } from "./ladder-form.tsx";
import { ShopRoom } from "./shop-room.tsx";

const FIELDS = ["toleranceAChannel", "toleranceAHead", "idleHours"] as const;

/** What a machine is judged by: nozzles out, how long a check holds, the cleaning steps, and what problems were found to come from. */
export function Limits({ readiness, ladder, signs }: { readiness: ReadinessRow[]; ladder: LadderRow[]; signs: SignCount[] }) {
  const t = useTranslations("shop.limits");
  const [open, setOpen] = useState<{ kind: "row" | "sign"; id: string } | null>(null);
  const row = open?.kind === "row" ? readiness.find(({ id }) => id === open.id) : undefined;
  const sign = open?.kind === "sign" ? signs.find((each) => each.sign === open.id) : undefined;
  const close = () => setOpen(null);
  return (
    <ShopRoom here="judgement" title={t("answer")} more={t("more")}>
      <section aria-label={t("values")}>
        <Table
          label={t("values")}
          dense
          rows={readiness}
          keyOf={({ id }) => id}
          onOpen={({ id }) => setOpen({ kind: "row", id })}
          columns={[
            {
              id: "for",
              name: t("for"),
              by: ({ name }) => name,
              cell: ({ id, name, own }) => (
                <>
                  <button type="button" onClick={() => setOpen({ kind: "row", id })} className="font-bold text-accent underline">
                    {name}
                  </button>
                  {own && <span className="text-ink2"> {t("own")}</span>}
                </>
              ),
            },
            ...FIELDS.map((field) => ({
              id: field,
              name: t(field),
              right: true,
              by: ({ settings }: ReadinessRow) => settings[field],
              cell: ({ settings }: ReadinessRow) => settings[field],
            })),
          ]}
        />
      </section>
      <LadderForm rows={ladder} />
      <section aria-label={t("signs")} className="mt-8">
        <h2 className="!text-base font-bold">{t("signs")}</h2>
        <p className="text-ink2 text-sm">{t("signsNote")}</p>
        <Table
          label={t("signs")}
          dense
          rows={signs}
          keyOf={(count) => count.sign}
          columns={[
            { id: "sign", name: t("sign"), by: ({ words }) => words, cell: ({ words }) => <b>{words}</b> },
            {
              id: "causes",
              name: t("causes"),
              cell: ({ causes, other }) => (
                <>
                  {causes.map(({ id, words, prior, found }) => (
                    <span key={id} className="mr-4 inline-block">
                      {words}{" "}
                      <span className="figure text-ink2">
                        {prior}+{found}
                      </span>
                    </span>
                  ))}
                  {other > 0 && <span className="text-ink2">{t("other", { count: other })}</span>}
                </>
              ),
            },
            {
              id: "reset",
              name: t("reset"),
              hidden: true,
              right: true,
              cell: ({ sign: id, found, words }) =>
                found > 0 && (
                  <Button size="small" aria-label={t("resetOf", { sign: words })} onClick={() => setOpen({ kind: "sign", id })}>
                    {t("reset")}
                  </Button>
                ),
            },
          ]}
        />
      </section>
      <Panel
        title={row?.name ?? (sign ? t("resetOf", { sign: sign.words }) : "")}
        open={Boolean(row ?? sign)}
        onOpenChange={(on) => !on && close()}
      >
        {row && <OneRow key={row.id} row={row} done={close} />}
        {sign && <Reset count={sign} done={close} />}
      </Panel>
    </ShopRoom>
  );
}

function OneRow({ row, done }: { row: ReadinessRow; done: () => void }) {
  const t = useTranslations("shop.limits");
  const all = useTranslations("shop");
  const router = useRouter();
  const [draft, setDraft] = useState(row.settings);
  const save = () =>
    trying(async () => {
      const { toleranceAChannel, toleranceAHead, idleHours } = draft;
      await ask("/api/readiness", { body: { id: row.id, toleranceAChannel, toleranceAHead, idleHours } });
      say(t("saved", { name: row.name }));
      router.refresh();
      done();
    });
  return (
    <form
      aria-label={row.name}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {FIELDS.map((field) => (
        <Field key={field} label={t(field)}>
          <NumberInput
            min={0}
            step={0.5}
            value={draft[field]}
            onChange={(event) => setDraft({ ...draft, [field]: Number(event.target.value) })}
          />
        </Field>
      ))}
      <Button look="primary" type="submit" disabled={FIELDS.every((field) => draft[field] === row.settings[field])}>
        {all("save")}
      </Button>
    </form>
  );
}

function Reset({ count, done }: { count: SignCount; done: () => void }) {
  const t = useTranslations("shop.limits");
  const router = useRouter();
  const [why, setWhy] = useState("");
  const reset = () =>
    trying(async () => {
      await sendEntries([entryOf({ kind: "sign-reset", body: { sign: count.sign, why: why.trim() } })]);
      say(t("resetSaid", { sign: count.words }));
      router.refresh();
      done();
    });
  return (
    <>
      <Field label={t("reason")}>
        <TextInput value={why} maxLength={500} onChange={(event) => setWhy(event.target.value)} />
      </Field>
      <Button look="danger" disabled={!why.trim()} onClick={() => void reset()}>
        {t("reset")}
      </Button>
    </>
  );
}
