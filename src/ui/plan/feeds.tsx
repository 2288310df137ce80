"use client";
import { useCallback, useEffect, useState } from "react";
import { toast } from "sonner";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Button } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field } from "../kit/field.tsx";
import { sayFault, trying } from "../say.ts";
import { ask } from "../send.ts";

type FeedView = { id: string; words: string };

/** Calendar addresses of people, machines and the shop: made here, shown once, taken back. */
export function Feeds({ view }: { view: RoundView }) {
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
      .then(() => toast(`The calendar of ${words} is closed.`), sayFault);
  return (
    <section aria-label="Calendars">
      <p className="text-ink2 text-sm">
        The plan and the work ahead, in any calendar that takes iCalendar addresses. Whoever has an address can read it.
      </p>
      <ul className="mt-1">
        {feeds.map(({ id, words }) => (
          <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1">
            {words}
            <Button size="small" onClick={() => takeBack(id, words)}>
              Take back
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid gap-2">
        <Field label="Whose calendar">
          <Combobox
            value={whose}
            onChange={setWhose}
            placeholder="Person, machine or shop"
            options={[
              { value: "shop/", name: "The shop" },
              ...view.people.map(({ id, name }) => ({ value: `person/${id}`, name })),
              ...Object.entries(view.machines).map(([id, name]) => ({ value: `machine/${id}`, name })),
            ]}
          />
        </Field>
        <Button look="primary" onClick={() => void make()}>
          Make an address
        </Button>
      </div>
      {made && (
        <p className="mt-2 border-accent border-l-4 pl-3">
          Give this to the calendar. It is shown only now: <span className="figure break-all">{made}</span>
        </p>
      )}
    </section>
  );
}
