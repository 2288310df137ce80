"use client";
import { CheckIcon, ChevronLeftIcon, FootprintsIcon, PowerIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { DoorMachine, DoorView } from "../../work/standby/door.ts";
import { enter } from "../enter.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { flipped } from "../kit/marks.tsx";
import { Dialog } from "../kit/panel.tsx";
import { Mark } from "../kit/state-mark.tsx";
import { say, trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";
import { useLive } from "../use-live.ts";
import { FirstPrints } from "./first-prints.tsx";

const OPPOSITE = { on: "off", off: "on" } as const;

/** Nothing is open at a machine but a look at its power. */
const onlyUnseen = ({ issues, power }: DoorMachine) => power.seen === null && issues.length === 1 && issues[0]?.kind === "powered";

/** The last look of whoever leaves: each machine a tile that goes quiet when it is left right; what is left in walking order; power by one press. */
export function DoorPage({ view, mayRecord }: { view: DoorView; mayRecord: boolean }) {
  const t = useTranslations("standby.door");
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const [other, setOther] = useState<readonly string[]>([]);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const left = view.machines.filter(({ issues }) => issues.length > 0);
  const wrong = left.filter((machine) => !onlyUnseen(machine));
  const unseen = view.machines.filter(({ asleep, power }) => !asleep && power.seen === null);
  const shown = view.machines.find(({ id }) => id === open);
  const areas = [...new Set(view.machines.map(({ area }) => area))];
  /** How a machine's power is told by the press that tells all: as expected, but for those that were tapped. */
  const powerOf = ({ id, power }: DoorMachine) => (other.includes(id) ? OPPOSITE[power.expected] : power.expected);
  const seenAll = async () => {
    setBusy(true);
    await trying(async () => {
      await sendEntries(unseen.map((machine) => entryOf({ kind: "door", machine: machine.id, body: { power: powerOf(machine) } })));
      setOther([]);
      say(t("seenSaid", { count: unseen.length }));
      router.refresh();
    });
    setBusy(false);
  };
  const done = () => {
    setOpen(null);
    router.refresh();
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-4xl flex-col text-lg">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 bg-desk px-4 py-2">
        <a href="/floor" className="flex min-h-11 items-center gap-1 text-base text-ink no-underline">
          <ChevronLeftIcon aria-hidden="true" className="size-5" />
          {t("shift")}
        </a>
        <h1 className="!text-xl">{t("title")}</h1>
        <span className="figure ml-auto">{view.now}</span>
        <a href="/" className="text-base">
          {t("board")}
        </a>
      </header>
      <div className="grid grow content-start gap-4 p-4">
        <div className="grid items-center gap-4 sm:grid-cols-2">
          {view.machines.length === 0 ? (
            <p className="font-bold text-2xl">{t("none")}</p>
          ) : view.quiet ? (
            <p className="flex items-center gap-4 text-ready">
              <CheckIcon aria-hidden="true" className="size-16" />
              <span>
                <b className="block text-3xl">{t("quiet")}</b>
                <span className="text-ink">{t("quietNote")}</span>
              </span>
            </p>
          ) : (
            <p className="flex items-end gap-3">
              <span className="font-bold font-mono text-[84px] leading-[0.9] tracking-[-0.04em] [font-stretch:75%]">{left.length}</span>
              <b className="max-w-56 pb-1 text-2xl leading-tight">{t("left", { all: view.machines.length })}</b>
            </p>
          )}
          {view.next && <FirstPrints next={view.next} />}
        </div>
        <div className="grid gap-2 border-line border-t pt-3">
          {areas.map((area) => (
            <section
              key={area}
              aria-label={area || t("noArea")}
              className="grid grid-cols-[7rem_1fr] items-center gap-3 max-sm:grid-cols-1 max-sm:gap-1"
            >
              <h2 className="!text-base text-ink2">{area || t("noArea")}</h2>
              <ul className="grid grid-cols-2 gap-2 sm:grid-cols-4">
                {view.machines
                  .filter((machine) => machine.area === area)
                  .map((machine) => (
                    <Tile key={machine.id} machine={machine} open={setOpen} />
                  ))}
              </ul>
            </section>
          ))}
        </div>
        {wrong.length > 0 && (
          <section aria-label={t("list")}>
            <h2 className="!text-lg flex items-center gap-2 font-bold">
              <FootprintsIcon aria-hidden="true" className="size-5" />
              {t("list")}
            </h2>
            <ul className="mt-1 grid gap-2">
              {wrong.map((machine) => (
                <li key={machine.id} className="rounded-[6px] border border-line bg-card p-3">
                  <OneMachine machine={machine} nobody={view.nobody} mayRecord={mayRecord} done={done} />
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
      {mayRecord && unseen.length > 0 && (
        <footer className="sticky bottom-0 grid gap-2 bg-desk p-4">
          <p className="flex items-center gap-2 text-base">
            <PowerIcon aria-hidden="true" className="size-5" />
            <b>{t("power")}</b> {t("other")}
          </p>
          {(["off", "on"] as const).map((state) => {
            const machines = unseen.filter((machine) => powerOf(machine) === state);
            return (
              machines.length > 0 && (
                <div key={state} role="group" aria-label={t(state)} className="flex flex-wrap items-center gap-1.5">
                  <b className="w-10">{t(state)}</b>
                  {machines.map(({ id, name }) => (
                    <button
                      key={id}
                      type="button"
                      aria-label={t("oneIs", { machine: name, state })}
                      aria-pressed={other.includes(id)}
                      onClick={() => setOther(flipped(other, id))}
                      className={`min-h-12 rounded-[3px] border-[1.5px] px-3 font-semibold text-base ${other.includes(id) ? "border-care bg-care-wash text-care" : "border-rule bg-card"}`}
                    >
                      {name}
                    </button>
                  ))}
                </div>
              )
            );
          })}
          <Button look="primary" size="hand" busy={busy} onClick={() => void seenAll()} className="!min-h-16 !text-xl">
            {t("allSeen", { count: unseen.length })}
          </Button>
        </footer>
      )}
      <Dialog title={shown?.name ?? ""} open={shown !== undefined} onOpenChange={(on) => !on && setOpen(null)}>
        {shown && <OneMachine machine={shown} nobody={view.nobody} mayRecord={mayRecord} done={done} />}
      </Dialog>
    </main>
  );
}

function Tile({ machine, open }: { machine: DoorMachine; open: (id: string) => void }) {
  const t = useTranslations("standby.door");
  const { id, name, issues, asleep } = machine;
  if (issues.length === 0)
    return (
      <li className="flex min-h-14 items-center gap-2 px-2 text-ink2">
        {asleep ? <Mark word="Asleep" size={18} /> : <CheckIcon aria-hidden="true" className="size-5 shrink-0" />}
        <span className="min-w-0">
          {name}
          {asleep && <span className="block text-sm">{t("asleep")}</span>}
        </span>
      </li>
    );
  const quiet = onlyUnseen(machine);
  return (
    <li>
      <button
        type="button"
        onClick={() => open(id)}
        className={`flex min-h-14 w-full items-center gap-2 rounded-[6px] border-2 px-2 text-left ${quiet ? "border-line" : "border-care bg-card text-care"}`}
      >
        {quiet ? <PowerIcon aria-hidden="true" className="size-5 shrink-0 text-ink3" /> : <Mark word="With care" size={22} />}
        <span className="min-w-0">
          <b className="block leading-tight">{name}</b>
          <span className="block text-base leading-tight">{quiet ? t("lookOnly") : t("points", { count: issues.length })}</span>
        </span>
      </button>
    </li>
  );
}

function OneMachine({ machine, nobody, mayRecord, done }: { machine: DoorMachine; nobody: boolean; mayRecord: boolean; done: () => void }) {
  const t = useTranslations("standby.door");
  const methods = useTranslations("standby.methods");
  const tell = async (body: Record<string, unknown>, words: string) => {
    if (await enter({ kind: "door", machine: machine.id, body }, words)) done();
  };
  const { power, name } = machine;
  const isPower = machine.issues.some(({ kind }) => kind === "powered");
  const states = power.expected === "on" ? (["on", "off"] as const) : (["off", "on"] as const);
  return (
    <article aria-label={name} className="grid gap-1.5">
      <h3 className="flex flex-wrap items-baseline gap-x-3">
        <a href={`/floor#/machine/${machine.id}`} className="font-bold text-xl">
          {name}
        </a>
        <span className="text-base text-ink2">
          {t("stands", { gap: machine.gapWords, until: machine.until, method: methods(machine.regime) })}
        </span>
      </h3>
      <ul className="list-disc pl-6">
        {machine.issues.map(({ kind, words }) => (
          <li key={kind}>{capital(words)}.</li>
        ))}
      </ul>
      <p className="text-base text-ink2">
        {nobody ? t("nobodyThere") : machine.who.length ? t("canDo", { names: machine.who.join(", ") }) : t("nobodySkilled")}
      </p>
      {mayRecord && (
        <p className="flex flex-wrap gap-2">
          {machine.canCap && (
            <>
              <Button size="hand" onClick={() => void tell({ capped: "concentrate" }, t("saidConcentrate", { machine: name }))}>
                {t("capConcentrate")}
              </Button>
              <Button size="hand" onClick={() => void tell({ capped: "water" }, t("saidWater", { machine: name }))}>
                {t("capWater")}
              </Button>
            </>
          )}
          {isPower &&
            states.map((state) =>
              state === power.expected || power.seen === null ? (
                <Button
                  key={state}
                  size="hand"
                  onClick={() => void tell({ power: state }, t(state === "on" ? "saidOn" : "saidOff", { machine: name }))}
                >
                  {t(state === "on" ? "isOn" : "isOff")}
                </Button>
              ) : null,
            )}
          {machine.issues.some(({ kind }) => kind !== "powered" && kind !== "capped") && (
            <a href={`/floor#/machine/${machine.id}`} className={buttonLook("secondary", "hand")}>
              {t("openMachine")}
            </a>
          )}
        </p>
      )}
    </article>
  );
}
