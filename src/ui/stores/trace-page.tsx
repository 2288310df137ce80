"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { TraceView } from "../../work/stores/trace.ts";
import { Button } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { StoresRoom } from "./stores-room.tsx";

/** A bad lot to its machines and prints, or a machine's days to the lots in it. */
export function TracePage({ view }: { view: TraceView }) {
  const t = useTranslations("stores.trace");
  const { asked } = view;
  const nameOf = (id: string) => view.items.find((item) => item.id === id)?.name ?? id;
  const title = asked.lot
    ? t("ofLot", { item: nameOf(asked.item), lot: asked.lot })
    : t("ofMachine", {
        machine: view.machines.find(({ id }) => id === asked.machine)?.name ?? asked.machine,
        from: asked.from,
        to: asked.to,
      });
  return (
    <StoresRoom here="/stores/trace" title={t("answer")} more={t("how")}>
      <Ask key={JSON.stringify(asked)} view={view} />
      {(asked.lot || asked.machine) && (
        <section aria-label={title} className="mt-5">
          <h2 className="!text-base font-bold">
            {title}: {t("stays", { count: view.stays.length })}
          </h2>
          {view.stays.length > 0 && (
            <Table
              label={title}
              rows={view.stays}
              keyOf={({ entry, channel }) => `${entry}${channel}`}
              columns={[
                {
                  id: "channel",
                  name: t("channel"),
                  by: ({ machineName, channel }) => `${machineName}${channel}`,
                  cell: (stay) => (
                    <>
                      <Link
                        href={`/stores/trace?${new URLSearchParams({ machine: stay.machine, from: stay.from, to: stay.to ?? asked.to })}`}
                        prefetch={false}
                        className="font-bold"
                      >
                        {stay.machineName}
                      </Link>{" "}
                      <span className="figure">{stay.channel}</span>
                    </>
                  ),
                },
                {
                  id: "lot",
                  name: t("lot"),
                  by: ({ lot }) => lot,
                  cell: (stay) => (
                    <>
                      <Link
                        href={`/stores/trace?${new URLSearchParams({ item: stay.item, lot: stay.lot })}`}
                        prefetch={false}
                        className="figure"
                      >
                        {stay.lot}
                      </Link>{" "}
                      <span className="text-ink2 text-sm">{stay.itemName}</span>
                    </>
                  ),
                },
                { id: "days", name: t("days"), by: ({ from }) => from, cell: ({ words }) => words },
                { id: "printed", name: t("printed"), right: true, cell: ({ printed }) => printed },
                { id: "checks", name: t("checks"), cell: ({ checks }) => checks },
                {
                  id: "entries",
                  name: t("entries"),
                  hidden: true,
                  cell: (stay) => (
                    <span className="flex gap-3">
                      <Link href={`/logbook/${stay.entry}`} prefetch={false}>
                        {t("entry")}
                      </Link>
                      <Link
                        href={`/logbook?${new URLSearchParams({ machine: stay.machine, from: stay.from, to: stay.to ?? asked.to })}`}
                        prefetch={false}
                      >
                        {t("allThen")}
                      </Link>
                    </span>
                  ),
                },
              ]}
            />
          )}
        </section>
      )}
    </StoresRoom>
  );
}

function Ask({ view }: { view: TraceView }) {
  const t = useTranslations("stores.trace");
  const router = useRouter();
  const { asked, items, lots, machines } = view;
  const [by, setBy] = useState<"lot" | "machine">(asked.machine && !asked.lot ? "machine" : "lot");
  const [said, setSaid] = useState({
    ...asked,
    item: asked.item || (items[0]?.id ?? ""),
    machine: asked.machine || (machines[0]?.id ?? ""),
  });
  const set = (part: Partial<typeof said>) => setSaid({ ...said, ...part });
  const look = () => {
    const { item, lot, machine, from, to } = said;
    router.push(`/stores/trace?${new URLSearchParams(by === "lot" ? { item, lot } : { machine, from, to })}`);
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Segmented
        label={t("title")}
        value={by}
        onChange={setBy}
        options={[
          { value: "lot", name: t("byLot") },
          { value: "machine", name: t("byMachine") },
        ]}
      />
      {by === "lot" ? (
        <>
          <Field label={t("item")} className="w-56">
            <Select
              value={said.item}
              onChange={(item) => set({ item, lot: "" })}
              options={items.map(({ id, name }) => ({ value: id, name }))}
            />
          </Field>
          <Field label={t("lot")} className="w-44">
            <Combobox
              value={said.lot}
              onChange={(lot) => set({ lot })}
              placeholder={t("lot")}
              options={lots.filter(({ item }) => item === said.item).map(({ lot }) => ({ value: lot, name: lot }))}
            />
          </Field>
        </>
      ) : (
        <>
          <Field label={t("machine")} className="w-44">
            <Select
              value={said.machine}
              onChange={(machine) => set({ machine })}
              options={machines.map(({ id, name }) => ({ value: id, name }))}
            />
          </Field>
          <Field label={t("from")} className="w-44">
            <DateInput value={said.from} onChange={(from) => set({ from })} />
          </Field>
          <Field label={t("to")} className="w-44">
            <DateInput value={said.to} onChange={(to) => set({ to })} />
          </Field>
        </>
      )}
      <Button look="primary" disabled={by === "lot" ? !said.lot : !said.machine} onClick={look}>
        {t(by === "lot" ? "find" : "findMachine")}
      </Button>
    </div>
  );
}
