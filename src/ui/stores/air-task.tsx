"use client";
import { TriangleAlertIcon } from "lucide-react";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { AIR_DEFERENCE, airEstimate } from "../../core/stores/volatile.ts";
import type { SolventView } from "../../work/stores/solvent.ts";
import { Field, NumberInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";

/** What a job with a fluid does to a room's air, worked out as if it were well mixed. */
export function AirTask({ view }: { view: SolventView }) {
  const t = useTranslations("stores.solvent");
  const known = view.fluids.filter(({ item }) => item.fluid?.molarMassGPerMol);
  const [fluid, setFluid] = useState(known[0]?.item.id ?? "");
  const [room, setRoom] = useState(view.rooms[0]?.id ?? "");
  const [ml, setMl] = useState("50");
  const [minutes, setMinutes] = useState("15");
  const item = known.find((each) => each.item.id === fluid)?.item;
  const where = view.rooms.find(({ id }) => id === room);
  const estimate =
    item && where && Number(ml) > 0 && Number(minutes) > 0
      ? airEstimate(
          item,
          view.fluids.map((each) => each.item),
          { ml: Number(ml), minutes: Number(minutes) },
          where,
        )
      : undefined;
  const ppm = (value: number) => `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ppm`;
  const line = (name: string, value: string, bad: boolean, more?: string) => (
    <div className="border-line border-b py-1.5">
      <dt className="text-sm">{name}</dt>
      <dd>
        <span className={`figure font-bold text-2xl ${bad ? "text-hold" : ""}`}>{value}</span>
        {more && <span className="block text-ink2 text-sm">{more}</span>}
      </dd>
    </div>
  );
  return (
    <>
      <Field label={t("taskFluid")}>
        <Select value={fluid} onChange={setFluid} options={known.map((each) => ({ value: each.item.id, name: each.item.name }))} />
      </Field>
      <Field label={t("room")}>
        <Select
          value={room}
          onChange={setRoom}
          options={view.rooms.map(({ id, name, volumeM3, airChangesAnHour }) => ({
            value: id,
            name: t("roomMore", { name, volume: volumeM3, changes: airChangesAnHour }),
          }))}
        />
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label={t("evaporates")}>
          <NumberInput unit="mL" min={0} step="any" value={ml} onChange={({ target }) => setMl(target.value)} />
        </Field>
        <Field label={t("minutes")}>
          <NumberInput unit={t("minutesUnit")} min={1} value={minutes} onChange={({ target }) => setMinutes(target.value)} />
        </Field>
      </div>
      {estimate ? (
        <dl>
          {line(
            t("peak"),
            ppm(estimate.peakPpm),
            estimate.over.includes("explosive") || estimate.over.includes("short"),
            [
              t("tenth", { value: estimate.tenthOfExplosivePpm === null ? t("unknown") : ppm(estimate.tenthOfExplosivePpm) }),
              item?.fluid?.shortLimitPpm && t("short", { value: ppm(item.fluid.shortLimitPpm) }),
            ]
              .filter(Boolean)
              .join("; "),
          )}
          {line(
            t("over8"),
            ppm(estimate.eightHoursPpm),
            estimate.over.includes("limit"),
            t("exposure", { value: estimate.limitPpm === null ? t("unknown") : ppm(estimate.limitPpm) }),
          )}
          {line(t("letOut"), `${estimate.grams.toFixed(1)} g`, false)}
        </dl>
      ) : (
        <p className="text-ink2">{t("needs")}</p>
      )}
      {estimate && estimate.over.length > 0 && (
        <p role="alert" className="flex gap-2 rounded-[6px] bg-hold-wash p-3 font-semibold text-hold">
          <TriangleAlertIcon aria-hidden="true" className="size-6 shrink-0" />
          {t("notLikeThis")}
        </p>
      )}
      <p className="text-ink2 text-sm">{AIR_DEFERENCE}</p>
    </>
  );
}
