"use client";
import { useCallback, useEffect, useState } from "react";
import { useTranslations } from "use-intl";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Button } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field } from "../kit/field.tsx";
import { sayFault, trying } from "../say.ts";
import { ask } from "../send.ts";
import { toast } from "../toast.ts";

type FeedView = { id: string; words: string };

/** Calendar addresses of people, machines and the shop: made here, shown once, taken back. */
export function Feeds({ view }: { view: RoundView }) {
  const t = useTranslations("plan.feeds");
  const [feeds, setFeeds] = useState<FeedView[]>([]);
  const [made, setMade] = useState<string | null>(null);
  const load = useCallback(() => ask<{ feeds: FeedView[] }>("/api/feeds").then(({ feeds: all }) => setFeeds(all), sayFault), []);
  useEffect(() => void load(), [load]);
  const [whose, setWhose] = useState("shop/");
  const make = async () => {
    const [what = "shop", of = ""] = whose.split("/");
    await trying(async () => {
      const { path } = await ask<{ path: string }>("/api/feeds", { body: { what, of: of || null } });
      setMade(`${location.origin}${path}`);
      await load();
    });
  };
  const takeBack = (id: string, words: string) =>
    void ask(`/api/feeds?id=${id}`, { method: "DELETE", body: {} })
      .then(load)
      .then(() => toast(t("closed", { words })), sayFault);
  return (
    <section aria-label={t("label")}>
      <p className="text-ink2 text-sm">
        {t("what")} {t("who")}
      </p>
      <ul className="mt-1">
        {feeds.map(({ id, words }) => (
          <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1">
            {words}
            <Button size="small" onClick={() => takeBack(id, words)}>
              {t("takeBack")}
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid gap-2">
        <Field label={t("whose")}>
          <Combobox
            value={whose}
            onChange={setWhose}
            placeholder={t("find")}
            options={[
              { value: "shop/", name: t("shop") },
              ...view.people.map(({ id, name }) => ({ value: `person/${id}`, name })),
              ...Object.entries(view.machines).map(([id, name]) => ({ value: `machine/${id}`, name })),
            ]}
          />
        </Field>
        <Button look="primary" onClick={() => void make()}>
          {t("make")}
        </Button>
      </div>
      {made && (
        <p className="mt-2 border-accent border-l-4 pl-3">
          {t("give")} <span className="figure break-all">{made}</span>
        </p>
      )}
    </section>
  );
}
