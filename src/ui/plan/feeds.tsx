"use client";
import { type FormEvent, useCallback, useEffect, useState } from "react";
import { toast } from "sonner";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Field, Submit } from "../field.tsx";
import { sayFault, trying } from "../say.ts";
import { ask } from "../send.ts";

type FeedView = { id: string; words: string };

/** Calendar addresses of people, machines and the shop: made here, shown once, taken back. */
export function Feeds({ view }: { view: RoundView }) {
  const [feeds, setFeeds] = useState<FeedView[]>([]);
  const [made, setMade] = useState<string | null>(null);
  const load = useCallback(() => ask<{ feeds: FeedView[] }>("/api/feeds").then(({ feeds: all }) => setFeeds(all), sayFault), []);
  useEffect(() => void load(), [load]);
  const make = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const [what = "shop", of = ""] = String(new FormData(event.currentTarget).get("of")).split("/");
    await trying(async () => {
      const { path } = await ask<{ path: string }>("/api/feeds", { body: { what, of: of || null } });
      setMade(`${location.origin}${path}`);
      await load();
    });
  };
  const takeBack = (id: string, words: string) =>
    void ask(`/api/feeds?id=${id}`, { method: "DELETE", body: {} })
      .then(load)
      .then(() => toast(`The calendar of ${words} tells nothing any more.`), sayFault);
  return (
    <section aria-label="Calendars">
      <h2>Calendars</h2>
      <p className="text-ink2 text-sm">
        The round and the work ahead in any calendar that takes iCalendar addresses. Whoever has an address can read it.
      </p>
      <ul className="mt-1">
        {feeds.map(({ id, words }) => (
          <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1">
            {words}
            <button type="button" className="press" onClick={() => takeBack(id, words)}>
              Take back
            </button>
          </li>
        ))}
      </ul>
      <form onSubmit={make} className="mt-2 flex items-end gap-2">
        <Field label="Whose" className="grow text-sm">
          <select name="of" className="field">
            <option value="shop/">the shop</option>
            {view.people.map(({ id, name }) => (
              <option key={id} value={`person/${id}`}>
                {name}
              </option>
            ))}
            {Object.entries(view.machines).map(([id, name]) => (
              <option key={id} value={`machine/${id}`}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <Submit>Make an address</Submit>
      </form>
      {made && (
        <p className="mt-2 border-accent border-l-4 pl-3">
          Give this to the calendar; it is shown this once: <span className="figure break-all">{made}</span>
        </p>
      )}
    </section>
  );
}
