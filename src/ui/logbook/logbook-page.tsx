"use client";
import { DownloadIcon, ListFilterIcon, XIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { spokenDay, toDay } from "../../core/calendar/day.ts";
import type { EntryPage, EntryView, LedgerView } from "../../work/record/ledger.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Chip } from "../kit/chip.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Initials } from "../kit/initials.tsx";
import { Menu, MenuEntry } from "../kit/menu.tsx";
import { Panel } from "../kit/panel.tsx";
import { Room } from "../kit/room.tsx";
import { EntryFacts } from "./entry-facts.tsx";
import { useLogbookTabs } from "./logbook-tabs.ts";

type Filter = Partial<Record<"text" | "machine" | "person" | "kind" | "from" | "to", string>>;
const address = (filter: Filter, more: Record<string, string> = {}) => {
  const query = new URLSearchParams({ ...filter, ...more });
  for (const [name, value] of [...query]) if (!value) query.delete(name);
  const asked = query.toString();
  return asked ? `/logbook?${asked}` : "/logbook";
};

/** The logbook by days, newest first; filters as chips in the address; an entry opens in a panel. */
export function LogbookPage({ view, open, fault }: { view: LedgerView; open: EntryPage | null; fault?: string }) {
  const t = useTranslations("logbook");
  const router = useRouter();
  const tabs = useLogbookTabs("/logbook");
  const [filtering, setFiltering] = useState(false);
  const { before: _, ...filter } = view.filter as Filter & { before?: string };
  const query = new URLSearchParams(filter);
  const days = [...new Set(view.entries.map(({ day }) => day))].sort().reverse();
  const yesterday = toDay(view.today) - 1;
  return (
    <Room
      title={t("title")}
      more={t("note")}
      tabs={tabs}
      actions={
        <>
          <form
            role="search"
            onSubmit={(event) => {
              event.preventDefault();
              router.push(address({ ...filter, text: String(new FormData(event.currentTarget).get("text") ?? "").trim() }));
            }}
          >
            <TextInput
              name="text"
              type="search"
              aria-label={t("find")}
              placeholder={t("find")}
              defaultValue={filter.text}
              maxLength={200}
              className="!w-52"
            />
          </form>
          <Button onClick={() => setFiltering(true)}>
            <ListFilterIcon aria-hidden="true" />
            {t("filter")}
          </Button>
          <Menu
            button={
              <Button>
                <DownloadIcon aria-hidden="true" />
                {t("export")}
              </Button>
            }
          >
            <MenuEntry href={`/api/ledger/export?format=csv&${query}`}>{t("exportTable")}</MenuEntry>
            <MenuEntry href={`/api/ledger/export?format=jsonl&${query}`}>{t("exportLines")}</MenuEntry>
          </Menu>
        </>
      }
    >
      <Chips view={view} filter={filter} />
      {view.setAside > 0 && (
        <p className="mb-2 flex flex-wrap items-center gap-3 border-care border-l-4 pl-3">
          {t("setAside", { count: view.setAside })}
          <Link href="/logbook/set-aside" className={buttonLook("secondary", "small")}>
            {t("look")}
          </Link>
        </p>
      )}
      {fault && (
        <p role="alert" className="py-2 text-hold">
          {fault}
        </p>
      )}
      {view.entries.length === 0 &&
        (Object.keys(filter).length > 0 ? (
          <Empty title={t("none")}>
            <Link href="/logbook" className={buttonLook()}>
              {t("clear")}
            </Link>
          </Empty>
        ) : (
          <Empty title={t("empty")}>
            <p className="text-ink2">{t("emptyHow")}</p>
          </Empty>
        ))}
      {days.map((day) => {
        const name =
          day === view.today
            ? t("today")
            : toDay(day) === yesterday
              ? t("yesterday")
              : spokenDay(toDay(day), day.slice(0, 4) !== view.today.slice(0, 4));
        return (
          <section key={day} aria-label={name} className="mb-4">
            <h2 className="!text-base sticky top-0 z-10 border-ink border-b-[1.5px] bg-sheet py-1 font-bold">{name}</h2>
            <ol>
              {view.entries
                .filter((entry) => entry.day === day)
                .map((entry) => (
                  <Line key={entry.id} entry={entry} href={address(filter, { ...view.filter, entry: entry.id })} />
                ))}
            </ol>
          </section>
        );
      })}
      {view.older !== null && (
        <Link href={address(filter, { before: String(view.older) })} className={buttonLook()} prefetch={false}>
          {t("older")}
        </Link>
      )}
      <Panel title={t("filter")} open={filtering} onOpenChange={setFiltering}>
        <FilterForm view={view} filter={filter} done={() => setFiltering(false)} />
      </Panel>
      <Panel
        title={open ? t("entry.title", { seq: open.entry.seq }) : ""}
        open={open !== null}
        onOpenChange={(on) => !on && router.push(address(filter, view.filter), { scroll: false })}
      >
        {open && <EntryFacts page={open} />}
      </Panel>
    </Room>
  );
}

function Line({ entry, href }: { entry: EntryView; href: string }) {
  const t = useTranslations("logbook");
  const undone = entry.amended === "struck";
  const what = entry.routineName ?? entry.kindWords;
  return (
    <li className="grid grid-cols-[3.5rem_1.75rem_7rem_minmax(0,1fr)] items-baseline gap-x-3 border-line border-b py-1.5 text-sm hover:bg-card max-sm:grid-cols-[3.5rem_minmax(0,1fr)]">
      <span className="figure text-ink2">
        {entry.time}
        {entry.wallDay && <small className="block text-xs">{entry.wallDay}</small>}
      </span>
      <span className="self-center max-sm:hidden">{entry.person && <Initials name={entry.person} />}</span>
      <span className="truncate font-semibold max-sm:hidden">{entry.machineName}</span>
      <span className="min-w-0">
        <Link
          href={href}
          scroll={false}
          prefetch={false}
          aria-label={t("open", { seq: entry.seq, what })}
          className={`font-bold text-ink decoration-rule ${undone ? "line-through" : ""}`}
        >
          {what}
        </Link>{" "}
        <span className="font-semibold sm:hidden">{entry.machineName}</span>{" "}
        <span className={undone ? "line-through" : ""}>{entry.says}</span>{" "}
        {entry.amended !== "no" && <Chip tone="care">{t(undone ? "undone" : "corrected")}</Chip>}
        {entry.unproven && <span className="text-hold"> {t("unproven")}</span>}
        {entry.typed && <span className="text-ink2"> ({t("typed", { late: entry.typed.late, by: entry.typed.by })})</span>}
      </span>
    </li>
  );
}

/** What the list is narrowed to, each taken off by a press. */
function Chips({ view, filter }: { view: LedgerView; filter: Filter }) {
  const t = useTranslations("logbook");
  const named = (list: readonly { id: string; name: string }[], id: string) => list.find((each) => each.id === id)?.name ?? id;
  const words: Record<keyof Filter, (value: string) => string> = {
    text: (text) => t("chipText", { text }),
    machine: (id) => named(view.machines, id),
    person: (id) => named(view.people, id),
    kind: (id) => named(view.kinds, id),
    from: (day) => t("chipFrom", { day }),
    to: (day) => t("chipTo", { day }),
  };
  const used = (Object.keys(words) as (keyof Filter)[]).flatMap((name) =>
    filter[name] ? [{ name, words: words[name](filter[name]) }] : [],
  );
  if (used.length === 0) return null;
  return (
    <ul aria-label={t("filters")} className="mb-2 flex flex-wrap items-center gap-2">
      {used.map(({ name, words: said }) => (
        <li key={name}>
          <Link
            href={address({ ...filter, [name]: "" })}
            aria-label={t("remove", { name: said })}
            className="inline-flex h-8 items-center gap-1.5 rounded-[3px] bg-accent-wash px-2 font-semibold text-accent text-sm no-underline"
          >
            {said}
            <XIcon aria-hidden="true" className="size-3.5" />
          </Link>
        </li>
      ))}
      <li>
        <Link href="/logbook" className={buttonLook("quiet", "small")}>
          {t("clear")}
        </Link>
      </li>
    </ul>
  );
}

function FilterForm({ view, filter, done }: { view: LedgerView; filter: Filter; done: () => void }) {
  const t = useTranslations("logbook");
  const router = useRouter();
  const [said, setSaid] = useState(filter);
  const one = (name: "machine" | "person" | "kind", of: readonly { id: string; name: string }[]) => (
    <Field label={t(name)}>
      <Combobox
        value={said[name] ?? ""}
        onChange={(value) => setSaid({ ...said, [name]: value })}
        placeholder={t("any")}
        options={[{ value: "", name: t("any") }, ...of.map((each) => ({ value: each.id, name: each.name }))]}
      />
    </Field>
  );
  return (
    <form
      aria-label={t("filter")}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        done();
        router.push(address(said));
      }}
    >
      {one("machine", view.machines)}
      {one("person", view.people)}
      {one("kind", view.kinds)}
      <div className="grid grid-cols-2 gap-3">
        {(["from", "to"] as const).map((name) => (
          <Field key={name} label={t(name)}>
            <DateInput
              value={said[name] ?? ""}
              today={view.today}
              max={view.today}
              none={t("anyDay")}
              onChange={(day) => setSaid({ ...said, [name]: day })}
            />
          </Field>
        ))}
      </div>
      <Button look="primary" type="submit">
        {t("filter")}
      </Button>
    </form>
  );
}
