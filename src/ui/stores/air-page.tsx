"use client";
import { ChevronLeftIcon, ChevronRightIcon, PencilIcon, SettingsIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { spokenDay, toDay } from "../../core/calendar/day.ts";
import type { AirView } from "../../work/stores/air.ts";
import { Button } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Panel } from "../kit/panel.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { useLive } from "../use-live.ts";
import { AirChart } from "./air-chart.tsx";
import { AirSetUp, ByHand, FromFile } from "./air-forms.tsx";
import { StoresRoom } from "./stores-room.tsx";

const SPANS = [2, 7, 30, 90] as const;
const TONE = { dry: "text-hold", damp: "text-care", silent: "text-care", right: "text-ready", unknown: "text-ink3" } as const;
const NEEDS: readonly string[] = ["dry", "damp", "silent"];

/** The rooms' air now, each as a gauge; one room over days; what sensors sent. */
export function AirPage({ view, mayRecord, maySetUp }: { view: AirView; mayRecord: boolean; maySetUp: boolean }) {
  const t = useTranslations("stores.air");
  const router = useRouter();
  const [open, setOpen] = useState<"hand" | "set-up" | null>(null);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  const link = (more: Partial<{ area: string; days: number; to: string }>) =>
    `/stores/air?${new URLSearchParams({ area: more.area ?? view.area, days: String(more.days ?? view.days), to: more.to ?? view.to })}`;
  const shifted = (by: number) => new Date(Date.parse(`${view.to}T00:00:00Z`) + by * view.days * 86_400_000).toISOString().slice(0, 10);
  const bad = view.areas.filter(({ now }) => NEEDS.includes(now.word)).length;
  const takeUp = ({ id, sensor, takenUp }: AirView["sensors"][number]) =>
    trying(async () => {
      const others = (view.network.sensors ?? []).filter((each) => each !== id);
      const body = { ...view.network, sensors: takenUp ? others : [...others, id] };
      await ask("/api/stores/settings", { method: "PUT", body: { subject: "network", id: "air", body } });
      say(t(takenUp ? "letGoSaid" : "takenUpSaid", { sensor }));
      router.refresh();
    });
  const done = () => {
    setOpen(null);
    router.refresh();
  };
  return (
    <StoresRoom
      here="/stores/air"
      number={bad || null}
      title={t("answer", { count: bad })}
      actions={
        <>
          {mayRecord && (
            <Button onClick={() => setOpen("hand")}>
              <PencilIcon aria-hidden="true" />
              {t("byHand")}
            </Button>
          )}
          {mayRecord && <FromFile done={done} />}
          {maySetUp && (
            <Button onClick={() => setOpen("set-up")}>
              <SettingsIcon aria-hidden="true" />
              {t("setUp")}
            </Button>
          )}
        </>
      }
    >
      <ul aria-label={t("rooms")} className="grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-3">
        {view.areas.map((area) => (
          <li key={area.id}>
            <RoomCard area={area} here={area.id === view.area} href={link({ area: area.id })} />
          </li>
        ))}
      </ul>
      <div className="mt-5 flex flex-wrap items-center gap-3">
        <h2 className="!text-base font-bold">{t("shown", { room: view.areaName, days: view.days, to: spokenDay(toDay(view.to)) })}</h2>
        <Segmented
          label={t("span")}
          value={String(view.days)}
          options={SPANS.map((days) => ({ value: String(days), name: t("days", { days }), href: link({ days }) }))}
        />
        <Link href={link({ to: shifted(-1) })} prefetch={false} aria-label={t("earlier")} className="[&_svg]:size-5">
          <ChevronLeftIcon aria-hidden="true" />
        </Link>
        <Link href={link({ to: shifted(1) })} prefetch={false} aria-label={t("later")} className="[&_svg]:size-5">
          <ChevronRightIcon aria-hidden="true" />
        </Link>
      </div>
      {view.points.length === 0 ? (
        <Empty title={t("none")}>
          <p className="text-ink2">{t("noneHow")}</p>
        </Empty>
      ) : (
        <div className="overflow-x-auto" tabIndex={-1}>
          <AirChart view={view} />
        </div>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-5 text-sm lg:grid-cols-3">
        <section aria-label={t("hours")}>
          <h2 className="!text-base font-bold">{t("hours")}</h2>
          <ul>
            {view.below.map(({ floor, words, hours }) => (
              <li key={floor} className="border-line border-b py-1">
                {t("hoursBelow", { hours: hours.toFixed(0), floor, words })}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-ink2">{t("hoursNote", { hours: view.knownHours.toFixed(0) })}</p>
        </section>
        <section aria-label={t("faults")}>
          <h2 className="!text-base font-bold">{t("faults")}</h2>
          {view.faults.length === 0 && <p className="text-ink2">{t("noFaults")}</p>}
          <ul>
            {view.faults.map((fault) => (
              <li key={`${fault.from}${fault.kind}`} className="border-line border-b py-1">
                <b>{t(`faultKinds.${fault.kind}`)}</b>, {fault.when}: {fault.words}
              </li>
            ))}
          </ul>
          {view.faultCount > view.faults.length && (
            <p className="text-ink2">{t("moreFaults", { count: view.faultCount - view.faults.length })}</p>
          )}
        </section>
        <section aria-label={t("sensors")}>
          <h2 className="!text-base font-bold">{t("sensors")}</h2>
          {view.sensors.length === 0 && <p className="text-ink2">{t("noSensors")}</p>}
          <ul>
            {view.sensors.map((sensor) => (
              <li key={sensor.id} className="flex items-center justify-between gap-x-4 border-line border-b py-1">
                <span className="min-w-0">
                  {t("sensor", {
                    area: sensor.area,
                    sensor: sensor.sensor,
                    seen: sensor.seen,
                    messages: sensor.messages,
                    kept: sensor.kept,
                  })}
                  {sensor.refused > 0 && (
                    <span className="block text-care">{t("refusedCount", { count: sensor.refused, why: sensor.why ?? "" })}</span>
                  )}
                </span>
                {maySetUp && (sensor.takenUp || sensor.mayBe) && (
                  <Button
                    size="small"
                    aria-label={t(sensor.takenUp ? "letGoOf" : "takeUpOf", { sensor: sensor.sensor })}
                    onClick={() => void takeUp(sensor)}
                  >
                    {t(sensor.takenUp ? "letGo" : "takeUp")}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      </div>
      <Panel title={t("byHand")} open={open === "hand"} onOpenChange={(on) => setOpen(on ? "hand" : null)}>
        <ByHand view={view} done={done} />
      </Panel>
      <Panel title={t("setUpRoom", { room: view.areaName })} open={open === "set-up"} onOpenChange={(on) => setOpen(on ? "set-up" : null)}>
        <AirSetUp key={view.area} view={view} done={done} />
      </Panel>
    </StoresRoom>
  );
}

function RoomCard({ area, here, href }: { area: AirView["areas"][number]; here: boolean; href: string }) {
  const t = useTranslations("stores.air");
  const { name, now } = area;
  const one = (value: number | null, unit: string, digits = 1) => (value === null ? "–" : `${value.toFixed(digits)} ${unit}`);
  const facts = [
    [t("dewPoint"), one(now.dewPointC, "°C")],
    [t("water"), one(now.waterGPerM3, "g/m³")],
    [t("vapour"), one(now.vapourHpa, "hPa")],
    [t("humidifier"), one(now.humidifierLitresAnHour, "L/h", 2)],
    [t("below"), t("belowOf", { below: now.belowHours.toFixed(1), known: now.knownHours.toFixed(0) })],
  ] as const;
  return (
    <Link
      href={href}
      prefetch={false}
      aria-label={t("room", { room: name })}
      aria-current={here ? "true" : undefined}
      className={`block rounded-[6px] border bg-card p-3 text-ink text-sm no-underline hover:border-ink ${here ? "border-accent border-2" : "border-line"}`}
    >
      <span className="flex items-baseline justify-between gap-2">
        <b className="text-base">{name}</b>
        <span className={`font-bold ${TONE[now.word]}`}>{t(`words.${now.word}`)}</span>
      </span>
      <span className="mt-1 flex items-baseline gap-3">
        <span className={`figure font-bold text-3xl ${NEEDS.includes(now.word) ? TONE[now.word] : ""}`}>{one(now.humidity, "%", 0)}</span>
        <span className="figure">{one(now.celsius, "°C")}</span>
      </span>
      <Gauge area={area} />
      <span className="mt-2 grid grid-cols-[1fr_auto] gap-x-2 text-ink2 text-xs">
        {facts.map(([fact, value]) => (
          <span key={fact} className="contents">
            <span>{fact}</span>
            <span className="figure text-right">{value}</span>
          </span>
        ))}
      </span>
      {now.word === "silent" && <span className="mt-1 block text-care text-xs">{now.words}</span>}
    </Link>
  );
}

/** Humidity on a line from 20 to 80 %, with what it is to be. */
function Gauge({ area: { name, now, settings } }: { area: AirView["areas"][number] }) {
  const t = useTranslations("stores.air");
  const at = (percent: number) => `${Math.min(100, Math.max(0, ((percent - 20) / 60) * 100))}%`;
  return (
    <span
      role="img"
      aria-label={t("gauge", {
        room: name,
        humidity: now.humidity === null ? "–" : now.humidity.toFixed(0),
        floor: settings.floorPercent,
        high: settings.highPercent,
      })}
      className="relative mt-1.5 block h-3 bg-well"
    >
      <span
        className="absolute inset-y-0 bg-ready-wash"
        style={{ left: at(settings.floorPercent), width: `calc(${at(settings.highPercent)} - ${at(settings.floorPercent)})` }}
      />
      {now.humidity !== null && <span className="absolute -inset-y-0.5 w-1 bg-ink" style={{ left: `calc(${at(now.humidity)} - 2px)` }} />}
    </span>
  );
}
