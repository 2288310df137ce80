"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { ContainerView, VesselRow, WasteView } from "../../work/stores/waste.ts";
import { enter } from "../enter.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { Panel } from "../kit/panel.tsx";
import { Vessel } from "../kit/vessel.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { useLive } from "../use-live.ts";
import { StoresRoom } from "./stores-room.tsx";
import { VesselLook } from "./vessel-look.tsx";

const SOON_DAYS = 2;
const fullIn = (vessel: VesselRow) => (vessel.holdsBack.length > 0 ? 0 : (vessel.days.earliest ?? Number.POSITIVE_INFINITY));

/** Waste vessels in a grid, the fullest first; the shop's containers; each opened in a panel. */
export function WastePage({ view, mayRecord, maySetUp }: { view: WasteView; mayRecord: boolean; maySetUp: boolean }) {
  const t = useTranslations("stores.waste");
  const router = useRouter();
  const [open, setOpen] = useState<{ kind: "vessel" | "container"; id: string } | null>(null);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const vessels = [...view.vessels].sort((a, b) => fullIn(a) - fullIn(b));
  const full = vessels.filter((vessel) => fullIn(vessel) === 0).length;
  const soon = vessels.filter((vessel) => fullIn(vessel) > 0 && fullIn(vessel) <= SOON_DAYS).length;
  const vessel = open?.kind === "vessel" ? view.vessels.find(({ machine }) => machine === open.id) : undefined;
  const container = open?.kind === "container" ? view.containers.find(({ id }) => id === open.id) : undefined;
  return (
    <StoresRoom
      here="/stores/waste"
      number={full || null}
      title={t("answer", { count: full })}
      more={t("soon", { count: soon })}
      actions={
        <a href={`/waste-report/${view.year}`} className={buttonLook()}>
          {t("report", { year: view.year })}
        </a>
      }
    >
      <section aria-label={t("machines")}>
        <h2 className="!text-base mb-2 font-bold">{t("machines")}</h2>
        {vessels.length === 0 ? (
          <Empty title={t("noVessels")} />
        ) : (
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-3">
            {vessels.map((each) => (
              <li key={each.machine}>
                <Tile
                  label={t("open", { name: each.name })}
                  onOpen={() => setOpen({ kind: "vessel", id: each.machine })}
                  bad={fullIn(each) === 0}
                  vessel={<Vessel {...each} name={each.name} height={104} />}
                >
                  <b className="block text-base">{each.name}</b>
                  <span className="block text-ink2">{each.area}</span>
                  <span className={`block font-bold ${fullIn(each) === 0 ? "text-hold" : fullIn(each) <= SOON_DAYS ? "text-care" : ""}`}>
                    {fullIn(each) === 0
                      ? t("today")
                      : each.measured === null
                        ? t("notRead")
                        : each.days.earliest === null
                          ? t("long")
                          : t("days", { days: each.days.earliest })}
                  </span>
                </Tile>
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label={t("shop")} className="mt-6">
        <h2 className="!text-base mb-2 font-bold">{t("shop")}</h2>
        {view.containers.length === 0 ? (
          <Empty title={t("noContainers")}>
            {maySetUp && (
              <Link href="/stores/settings" className={buttonLook("primary")}>
                {t("addContainers")}
              </Link>
            )}
          </Empty>
        ) : (
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-3">
            {view.containers.map((each) => (
              <li key={each.id}>
                <Tile
                  label={t("open", { name: each.name })}
                  onOpen={() => setOpen({ kind: "container", id: each.id })}
                  bad={each.percent >= 95}
                  vessel={
                    <Vessel
                      name={each.name}
                      volumeMl={each.volumeMl}
                      limitMl={each.volumeMl * 0.95}
                      ml={each.ml}
                      lowMl={each.ml}
                      highMl={each.ml}
                      height={104}
                    />
                  }
                >
                  <b className="block text-base leading-tight">{each.name}</b>
                  <span className="block">
                    {each.words}, {t("percent", { percent: each.percent })}
                  </span>
                  <span className="block text-ink2">{each.since && t("since", { day: each.since })}</span>
                  {each.more && (
                    <span className="mt-1 block text-care">
                      {t("more", { day: each.more.day, left: each.more.words, by: each.more.byWords })}
                    </span>
                  )}
                </Tile>
              </li>
            ))}
          </ul>
        )}
      </section>
      <Panel
        title={(vessel ?? container)?.name ?? t("title")}
        open={Boolean(vessel ?? container)}
        onOpenChange={(on) => !on && setOpen(null)}
      >
        {vessel && (
          <OneVessel
            view={vessel}
            containers={view.containers.map(({ id, name }) => ({ id, name }))}
            mayRecord={mayRecord}
            done={() => router.refresh()}
          />
        )}
        {container && (
          <OneContainer
            view={container}
            mayRecord={mayRecord}
            done={() => {
              setOpen(null);
              router.refresh();
            }}
          />
        )}
      </Panel>
    </StoresRoom>
  );
}

function Tile({
  label,
  bad,
  vessel,
  onOpen,
  children,
}: {
  label: string;
  bad: boolean;
  vessel: React.ReactNode;
  onOpen: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onOpen}
      className={`flex w-full items-center gap-2 rounded-[6px] border bg-card p-2 text-left text-sm hover:border-ink ${bad ? "border-hold" : "border-line"}`}
    >
      {vessel}
      <span className="min-w-0">{children}</span>
    </button>
  );
}

function OneVessel({
  view,
  containers,
  mayRecord,
  done,
}: {
  view: VesselRow;
  containers: { id: string; name: string }[];
  mayRecord: boolean;
  done: () => void;
}) {
  const t = useTranslations("stores.waste");
  const say = async (body: Record<string, unknown>, words: string) => {
    const kept = await enter({ kind: "vessel", machine: view.machine, body }, words);
    if (kept) done();
    return kept;
  };
  return (
    <article aria-label={view.name} className="grid gap-3">
      <p className="flex items-center gap-1 text-ink2 text-sm">
        {capital(view.kind)}, {view.area}. {view.measured ? t("seen", { when: view.measured }) : t("notSeen")}
        <Why label={t("whyTitle")}>
          <Reasons of={view.why} />
        </Why>
      </p>
      {view.holdsBack.map(({ routine, name, why }) => (
        <p key={routine} className="border-hold border-l-4 pl-2 font-semibold">
          {t("emptyBefore", { name, why })}
        </p>
      ))}
      {mayRecord ? (
        <VesselLook view={view} name={view.name} containers={containers} say={say} height={190} />
      ) : (
        <Vessel {...view} name={view.name} height={190} />
      )}
      {view.proofs.map(({ run, words }) => (
        <Button key={run} onClick={() => say({ vessel: view.vessel, event: "reset", proof: run }, t("proofSaid", { name: view.name }))}>
          {t("proof", { words })}
        </Button>
      ))}
    </article>
  );
}

function OneContainer({ view, mayRecord, done }: { view: ContainerView; mayRecord: boolean; done: () => void }) {
  const t = useTranslations("stores.waste");
  const [litres, setLitres] = useState((view.ml / 1000).toFixed(1));
  const [taker, setTaker] = useState("");
  const [papers, setPapers] = useState("");
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const body = { container: view.id, ml: Number(litres) * 1000, taker: taker.trim(), papers: papers.trim() };
    if (await enter({ kind: "waste-out", body }, t("saved", { name: view.name }))) done();
  };
  return (
    <article aria-label={view.name} className="grid gap-3">
      <p className="text-ink2 text-sm">
        {view.kind}. {view.words}, {t("percent", { percent: view.percent })}
      </p>
      {mayRecord && (
        <form aria-label={t("pickUp")} onSubmit={submit} className="grid gap-3">
          <h3 className="font-bold">{t("pickUp")}</h3>
          <Field label={t("litres")}>
            <NumberInput
              unit="L"
              required
              min={0.1}
              step={0.1}
              max={view.volumeMl / 1000}
              value={litres}
              onChange={({ target }) => setLitres(target.value)}
            />
          </Field>
          <Field label={t("taker")}>
            <TextInput required maxLength={200} value={taker} onChange={({ target }) => setTaker(target.value)} />
          </Field>
          <Field label={t("papers")}>
            <TextInput required maxLength={200} value={papers} onChange={({ target }) => setPapers(target.value)} />
          </Field>
          <Button look="primary" type="submit">
            {t("save")}
          </Button>
        </form>
      )}
    </article>
  );
}
