"use client";
import { FilePlusIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { uuidv7 } from "uuidv7";
import type { PaperView } from "../../work/paper/paper.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field } from "../kit/field.tsx";
import { Panel } from "../kit/panel.tsx";
import { Room } from "../kit/room.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { sayFault } from "../say.ts";
import { ask } from "../send.ts";

/** The sheets that are out, each typed in from here; a new one is made in a panel. */
export function PaperPage({ view }: { view: PaperView }) {
  const t = useTranslations("paper");
  const [open, setOpen] = useState(false);
  const out = view.sheets.filter(({ typedIn }) => !typedIn).length;
  const make = (
    <Button look="primary" onClick={() => setOpen(true)}>
      <FilePlusIcon aria-hidden="true" />
      {t("newSheet")}
    </Button>
  );
  return (
    <Room number={out || null} title={t("answer", { count: out })} more={t("about")} actions={make}>
      {view.sheets.length === 0 ? (
        <Empty title={t("none")}>
          <p className="text-ink2">{t("noneHow")}</p>
        </Empty>
      ) : (
        <Table
          label={t("sheets")}
          rows={view.sheets}
          keyOf={({ id }) => id}
          columns={[
            { id: "number", name: t("number"), right: true, by: ({ number }) => number, cell: ({ number }) => number },
            { id: "what", name: t("what"), by: ({ words }) => words, cell: ({ words }) => <b>{words}</b> },
            { id: "made", name: t("made"), cell: ({ made }) => <span className="text-ink2">{made}</span> },
            {
              id: "typed",
              name: t("typedIn"),
              by: ({ typedIn }) => typedIn?.at ?? "",
              cell: ({ typedIn }) =>
                typedIn ? t("typedBy", { at: typedIn.at, by: typedIn.by }) : <span className="font-semibold text-care">{t("notYet")}</span>,
            },
            {
              id: "open",
              name: t("typeIn"),
              hidden: true,
              right: true,
              cell: ({ id, number }) => (
                <span className="flex justify-end gap-2">
                  <Link
                    href={`/sheets/${id}`}
                    prefetch={false}
                    aria-label={t("printOf", { number })}
                    className={buttonLook("secondary", "small")}
                  >
                    {t("print")}
                  </Link>
                  <Link
                    href={`/paper/${id}`}
                    prefetch={false}
                    aria-label={t("typeInOf", { number })}
                    className={buttonLook("secondary", "small")}
                  >
                    {t("typeIn")}
                  </Link>
                </span>
              ),
            },
          ]}
        />
      )}
      {view.older !== null && (
        <Link href={`/paper?before=${view.older}`} className={`${buttonLook()} mt-3`} prefetch={false}>
          {t("older")}
        </Link>
      )}
      <Panel title={t("newSheet")} open={open} onOpenChange={setOpen}>
        <NewSheet view={view} />
      </Panel>
    </Room>
  );
}

function NewSheet({ view }: { view: PaperView }) {
  const t = useTranslations("paper");
  const router = useRouter();
  const [person, setPerson] = useState(view.me);
  const [day, setDay] = useState(view.days[0]?.day ?? "");
  const [machine, setMachine] = useState(view.machines[0]?.id ?? "");
  const [routine, setRoutine] = useState("");
  const [busy, setBusy] = useState(false);
  const routines = view.machines.find(({ id }) => id === machine)?.routines ?? [];
  const chosen = routines.some(({ id }) => id === routine) ? routine : (routines[0]?.id ?? "");
  const make = async (body: Record<string, string>) => {
    setBusy(true);
    try {
      const { id } = await ask<{ id: string }>("/api/paper", { body: { id: uuidv7(), ...body } });
      router.push(`/sheets/${id}`);
    } catch (error) {
      sayFault(error);
      setBusy(false);
    }
  };
  return (
    <>
      <form
        aria-label={t("shift")}
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void make({ person, day });
        }}
      >
        <h3 className="font-bold">{t("shift")}</h3>
        <Field label={t("person")}>
          <Select value={person} onChange={setPerson} options={view.people.map(({ id, name }) => ({ value: id, name }))} />
        </Field>
        <Field label={t("day")}>
          <Select value={day} onChange={setDay} options={view.days.map(({ day: id, words }) => ({ value: id, name: words }))} />
        </Field>
        <Button look="primary" type="submit" busy={busy}>
          {t("makeShift")}
        </Button>
      </form>
      <form
        aria-label={t("routine")}
        className="grid gap-3 border-ink border-t-[1.5px] pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          void make({ machine, routine: chosen });
        }}
      >
        <h3 className="font-bold">{t("routine")}</h3>
        <Field label={t("machine")}>
          <Combobox
            value={machine}
            onChange={setMachine}
            placeholder={t("machine")}
            options={view.machines.map(({ id, name }) => ({ value: id, name }))}
          />
        </Field>
        <Field label={t("routineName")}>
          <Combobox
            value={chosen}
            onChange={setRoutine}
            placeholder={t("routineName")}
            options={routines.map(({ id, name }) => ({ value: id, name, more: id }))}
          />
        </Field>
        <Button type="submit" busy={busy} disabled={!chosen}>
          {t("makeRoutine")}
        </Button>
      </form>
    </>
  );
}
