"use client";
import { Controller, useForm } from "react-hook-form";
import { useTranslations } from "use-intl";
import type { MachineFrame } from "../../work/machine/frame.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Checkbox, Field, TextInput } from "../kit/field.tsx";
import { useMoney } from "../use-money.ts";

type Said = { symptom: string; waitsFor: string; expected: string; cost: string; goOn: string[] };

const cents = (text: string): number | null => {
  const value = Number(text.trim().replace(",", "."));
  return Number.isFinite(value) && value >= 0 ? Math.round(value * 100) : null;
};

/** Out of order: what is wrong, what it waits for, when it should be back, its cost, and which work goes on. */
export function RepairForm({ frame, done }: { frame: MachineFrame; done: () => void }) {
  const t = useTranslations("report");
  const { repair } = frame;
  const { register, handleSubmit, control, formState } = useForm<Said>({
    defaultValues: {
      symptom: repair?.body.symptom ?? "",
      waitsFor: repair?.body.waitsFor ?? "",
      expected: repair?.body.expected ?? "",
      cost: repair?.body.costCents ? (repair.body.costCents / 100).toFixed(2) : "",
      goOn: repair?.body.goOn ?? [],
    },
  });
  const submit = handleSubmit(async ({ symptom, waitsFor, expected, cost, goOn }) => {
    const body = {
      event: repair ? "change" : "open",
      ...(repair ? { of: repair.id } : {}),
      symptom: symptom.trim(),
      ...(waitsFor.trim() ? { waitsFor: waitsFor.trim() } : {}),
      expected: expected || null,
      ...(cost.trim() ? { costCents: cents(cost) } : {}),
      goOn,
    };
    const said = repair ? t("changed") : t("isOut", { machine: frame.name });
    if (await enter({ kind: "repair", machine: frame.id, body }, said)) done();
  });
  return (
    <form onSubmit={(event) => void submit(event)} className="grid gap-3" noValidate>
      <Field label={t("symptom")} error={formState.errors.symptom && t("needed")}>
        <TextInput maxLength={500} {...register("symptom", { validate: (value) => value.trim() !== "" })} />
      </Field>
      <Field label={t("waitsFor")}>
        <TextInput maxLength={500} {...register("waitsFor")} />
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label={t("expected")}>
          <Controller
            control={control}
            name="expected"
            render={({ field }) => (
              <DateInput value={field.value} onChange={field.onChange} today={frame.today} min={frame.today} none={t("notKnown")} />
            )}
          />
        </Field>
        <Field label={t("cost")} error={formState.errors.cost && t("costWrong")}>
          <TextInput
            inputMode="decimal"
            className="figure"
            {...register("cost", { validate: (value) => value.trim() === "" || cents(value) !== null })}
          />
        </Field>
      </div>
      <fieldset>
        <legend className="font-semibold text-[13px]">{t("goOn")}</legend>
        <p className="text-ink3 text-xs">{t("goOnHint")}</p>
        <div className="grid max-h-52 overflow-y-auto">
          {frame.routines
            .filter(({ chosen }) => chosen)
            .map(({ id, name }) => (
              <Checkbox key={id} label={name} value={id} {...register("goOn")} />
            ))}
        </div>
      </fieldset>
      <Button type="submit" look="primary" busy={formState.isSubmitting}>
        {repair ? t("change") : t("outNow")}
      </Button>
    </form>
  );
}

/** That a machine is out of order, and the press that brings it back; a nozzle check must have been entered before. */
export function OutOfOrder({
  machine,
  repair,
  routines,
  mayRecord,
}: {
  machine: { id: string; name: string };
  repair: NonNullable<MachineFrame["repair"]>;
  routines: MachineFrame["routines"];
  mayRecord: boolean;
}) {
  const money = useMoney();
  const t = useTranslations("report");
  const { costCents, goOn = [] } = repair.body;
  const back = () =>
    enter({ kind: "repair", machine: machine.id, body: { event: "close", of: repair.id } }, t("isBack", { machine: machine.name }));
  return (
    <div className="grid gap-2 text-sm">
      <p>
        {t("since", { day: repair.since })} {costCents ? `${t("costs", { cost: money(costCents) })} ` : ""}
        {goOn.length > 0 && t("goesOn", { names: goOn.map((id) => routines.find((each) => each.id === id)?.name ?? id).join(", ") })}
      </p>
      {mayRecord && (
        <span>
          <Button onClick={() => void back()}>{t("back")}</Button>
        </span>
      )}
    </div>
  );
}
