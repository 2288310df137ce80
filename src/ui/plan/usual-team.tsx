"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { DayView } from "../../work/day/day-view.ts";
import { Button } from "../kit/button.tsx";
import { Select } from "../kit/select.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { toast } from "../toast.ts";
import { named } from "./day-shape.ts";

/** Who usually has which machine or area; the day's open jobs are given to them by one press. */
export function UsualTeam({ view, assign, done }: { view: DayView; assign: () => void; done: () => Promise<void> }) {
  const t = useTranslations("plan.team");
  const plan = useTranslations("plan");
  const [usual, setUsual] = useState(view.usual);
  const change = (kind: "machines" | "areas", id: string, person: string) => {
    const { [id]: _before, ...rest } = usual[kind];
    setUsual({ ...usual, [kind]: person ? { ...rest, [id]: person } : rest });
  };
  const save = async () => {
    await trying(async () => {
      await ask("/api/day", { method: "PUT", body: usual });
      await done();
      toast(t("saved"));
    });
  };
  const line = (kind: "machines" | "areas", id: string, name: string) => (
    <div key={`${kind}/${id}`} className="flex items-center justify-between gap-2">
      <span className="text-sm">{name}</span>
      <Select
        label={name}
        value={usual[kind][id] ?? ""}
        onChange={(person) => change(kind, id, person)}
        none={kind === "machines" ? t("asArea") : t("nobody")}
        options={named(view.people)}
        className="!w-44"
      />
    </div>
  );
  return (
    <>
      <Button onClick={assign}>{plan("assignAll")}</Button>
      <h3 className="font-semibold text-[13px]">{t("areas")}</h3>
      <div className="grid gap-1">{view.areas.map(({ id, name }) => line("areas", id, name))}</div>
      <h3 className="font-semibold text-[13px]">{t("machines")}</h3>
      <div className="grid gap-1">{view.machines.map(({ id, name }) => line("machines", id, name))}</div>
      <Button look="primary" onClick={() => void save()}>
        {t("save")}
      </Button>
    </>
  );
}
