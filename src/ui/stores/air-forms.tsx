"use client";
import { type FormEvent, useState } from "react";
import { useTranslations } from "use-intl";
import type { AirView } from "../../work/stores/air.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { Dialog } from "../kit/panel.tsx";
import { say, sayFault, trying } from "../say.ts";
import { ask, Said } from "../send.ts";

/** A reading of the room that is shown, by hand. */
export function ByHand({ view, done }: { view: AirView; done: () => void }) {
  const t = useTranslations("stores.air");
  const all = useTranslations("stores");
  const [celsius, setCelsius] = useState("");
  const [humidity, setHumidity] = useState("");
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const body = { area: view.area, celsius: Number(celsius), humidityPercent: Number(humidity) };
    if (await enter({ kind: "air", body }, t("saved", { room: view.areaName, percent: body.humidityPercent }))) done();
  };
  return (
    <form onSubmit={submit} aria-label={t("byHand")} className="grid gap-3">
      <p className="font-bold">{view.areaName}</p>
      <Field label={t("celsius")}>
        <NumberInput unit="°C" step="0.1" min={-60} max={80} required value={celsius} onChange={({ target }) => setCelsius(target.value)} />
      </Field>
      <Field label={t("humidity")}>
        <NumberInput unit="%" step="0.1" min={0} max={100} required value={humidity} onChange={({ target }) => setHumidity(target.value)} />
      </Field>
      <Button look="primary" type="submit">
        {all("save")}
      </Button>
    </form>
  );
}

/** Readings out of a logger's file; what is wrong with it is told line by line. */
export function FromFile({ done }: { done: () => void }) {
  const t = useTranslations("stores.air");
  const [problems, setProblems] = useState<string[]>([]);
  const take = async (file: File) => {
    setProblems([]);
    try {
      const response = await fetch("/api/stores/air", { method: "POST", body: file });
      const answer: {
        message?: string;
        problems?: { path: string; message: string }[];
        read?: number;
        added?: number;
        from?: string;
        to?: string;
      } = await response.json();
      if (!response.ok) throw new Said(answer.message ?? t("refused"), response.status, answer.problems ?? []);
      say(t("fileRead", { read: answer.read ?? 0, from: answer.from ?? "", to: answer.to ?? "", added: answer.added ?? 0 }));
      done();
    } catch (error) {
      if (error instanceof Said)
        setProblems([error.message, ...error.problems.slice(0, 8).map(({ path, message }) => `${path}: ${message}`)]);
      else sayFault(error);
    }
  };
  return (
    <>
      <FilePick label={t("fileColumns")} accept=".csv,text/csv" onPick={(file) => void take(file)}>
        {t("file")}
      </FilePick>
      <Dialog title={t("refused")} open={problems.length > 0} onOpenChange={(on) => !on && setProblems([])}>
        <ul role="alert" className="text-hold text-sm">
          {problems.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
        <p className="text-ink2 text-sm">{t("fileColumns")}</p>
      </Dialog>
    </>
  );
}

const FIELDS = ["volumeM3", "airChangesAnHour", "floorPercent", "targetPercent", "highPercent", "dryShortens", "dryHours"] as const;

/** What the air of a room is to be, and where sensors are heard. */
export function AirSetUp({ view, done }: { view: AirView; done: () => void }) {
  const t = useTranslations("stores.air");
  const all = useTranslations("stores");
  const [room, setRoom] = useState<Record<string, string>>(Object.fromEntries(FIELDS.map((name) => [name, String(view.settings[name])])));
  const [broker, setBroker] = useState(view.network.broker);
  const [topic, setTopic] = useState(view.network.topic);
  const put = (subject: string, id: string, body: Record<string, unknown>, said: string) =>
    trying(async () => {
      await ask("/api/stores/settings", { method: "PUT", body: { subject, id, body } });
      say(said);
      done();
    });
  return (
    <>
      <form
        aria-label={t("setUpRoom", { room: view.areaName })}
        className="grid grid-cols-2 gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void put(
            "room",
            view.area,
            Object.fromEntries(FIELDS.map((name) => [name, Number(room[name])])),
            t("roomSaved", { room: view.areaName }),
          );
        }}
      >
        {FIELDS.map((name) => (
          <Field key={name} label={t(`fields.${name}`)}>
            <NumberInput
              step="any"
              required
              value={room[name] ?? ""}
              onChange={({ target }) => setRoom({ ...room, [name]: target.value })}
            />
          </Field>
        ))}
        <Button look="primary" type="submit" className="col-span-full justify-self-start">
          {all("save")}
        </Button>
      </form>
      <form
        aria-label={t("network")}
        className="grid gap-3 border-line border-t pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          void put("network", "air", { ...view.network, broker: broker.trim(), topic: topic.trim() }, t("networkSaved"));
        }}
      >
        <h3 className="font-bold">{t("network")}</h3>
        <Field label={t("broker")} hint={t("brokerNote")}>
          <TextInput value={broker} maxLength={300} onChange={({ target }) => setBroker(target.value)} />
        </Field>
        <Field label={t("topic")} hint={t("message")}>
          <TextInput required value={topic} maxLength={200} onChange={({ target }) => setTopic(target.value)} />
        </Field>
        <Button type="submit" className="justify-self-start">
          {all("save")}
        </Button>
      </form>
    </>
  );
}
