"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { StandbyView } from "../../work/standby/machine.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";

const FIELDS = [
  ["boreMm", "mm"],
  ["lengthM", "m"],
  ["damperMl", "mL"],
  ["headMl", "mL"],
  ["pumpMlAMinute", "mL/min"],
  ["ownCleansADay", ""],
] as const;

/** What is known of a machine's lines, dampers and pump; what is left empty is its class's. */
export function PlumbingForm({ view, done }: { view: StandbyView; done: () => void }) {
  const t = useTranslations("idle.lines");
  const router = useRouter();
  const [draft, setDraft] = useState<Record<string, string>>(
    Object.fromEntries(Object.entries(view.plumbingOwn).map(([key, value]) => [key, String(value)])),
  );
  const save = async () => {
    const body = Object.fromEntries(Object.entries(draft).flatMap(([key, value]) => (value.trim() === "" ? [] : [[key, Number(value)]])));
    await trying(async () => {
      await ask("/api/standby", { body: { subject: "plumbing", id: view.id, body } });
      say(t("saved", { machine: view.name }));
      router.refresh();
      done();
    });
  };
  return (
    <>
      <p className="text-ink2 text-sm">{t("about")}</p>
      {FIELDS.map(([key, unit]) => (
        <Field key={key} label={t(key)}>
          <NumberInput
            step="any"
            {...(unit ? { unit } : {})}
            value={draft[key] ?? ""}
            placeholder={String(view.plumbing[key])}
            onChange={(event) => setDraft({ ...draft, [key]: event.target.value })}
          />
        </Field>
      ))}
      <Button look="primary" onClick={() => void save()}>
        {t("save")}
      </Button>
    </>
  );
}
