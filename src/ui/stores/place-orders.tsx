"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { Button } from "../kit/button.tsx";
import { say, trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { useMoney } from "../use-money.ts";

export type Chosen = {
  item: string;
  name: string;
  supplier: string | null;
  packs: number;
  pack: number;
  packWords: string;
  priceCents: number;
};

/** An order's entry for one supplier. */
export const orderEntry = (supplier: string, lines: readonly Chosen[]) =>
  entryOf({
    kind: "order",
    body: {
      event: "placed",
      supplier,
      lines: lines.map(({ item, packs, pack, priceCents }) => ({ item, packs, amount: packs * pack, priceCents: packs * priceCents })),
    },
  });

/** What is about to be ordered, supplier by supplier, with its sum: one press puts all of it on record. */
export function PlaceOrders({
  chosen,
  suppliers,
  done,
}: {
  chosen: readonly Chosen[];
  suppliers: readonly { id: string; name: string }[];
  done: () => void;
}) {
  const money = useMoney();
  const t = useTranslations("stores.orders");
  const [busy, setBusy] = useState(false);
  const groups = suppliers
    .map((supplier) => ({ ...supplier, lines: chosen.filter((line) => line.supplier === supplier.id) }))
    .filter(({ lines }) => lines.length > 0);
  const sum = (lines: readonly Chosen[]) => lines.reduce((all, { packs, priceCents }) => all + packs * priceCents, 0);
  const place = async () => {
    setBusy(true);
    await trying(async () => {
      await sendEntries(groups.map(({ id, lines }) => orderEntry(id, lines)));
      say(t("placedMany", { count: groups.length }));
      done();
    });
    setBusy(false);
  };
  return (
    <>
      <p className="text-ink2 text-sm">{t("dialogNote")}</p>
      {groups.map(({ id, name, lines }) => (
        <section key={id} aria-label={name}>
          <h3 className="flex justify-between font-bold">
            {name}
            <span className="figure">{money(sum(lines))}</span>
          </h3>
          <ul className="text-sm">
            {lines.map((line) => (
              <li key={line.item} className="flex justify-between gap-3 border-line border-b py-0.5">
                <span>{line.name}</span>
                <span className="figure whitespace-nowrap">
                  {line.packs} × {line.packWords}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <p className="flex items-center justify-between gap-3">
        <b>
          {t("total")} <span className="figure">{money(sum(groups.flatMap(({ lines }) => lines)))}</span>
        </b>
        <Button look="primary" busy={busy} disabled={groups.length === 0} onClick={() => void place()}>
          {t("confirm", { count: groups.length })}
        </Button>
      </p>
    </>
  );
}
