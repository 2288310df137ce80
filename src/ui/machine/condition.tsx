"use client";
import { useRouter } from "next/navigation";
import { Popover } from "radix-ui";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { ConditionItem } from "../../core/condition/condition.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { Checkbox, Field, NumberInput } from "../kit/field.tsx";
import { Dialog } from "../kit/panel.tsx";
import { PopCard } from "../kit/pop-card.tsx";

/** What one would want to know of a machine before giving it a job; each line opens for its why. */
export function Condition({
  items,
  machine,
  mayRecord,
}: {
  items: ConditionItem[];
  machine: { id: string; name: string; class: string };
  mayRecord: boolean;
}) {
  const t = useTranslations("machine");
  return (
    <section aria-label={t("condition")}>
      <h2 className="font-bold">{t("condition")}</h2>
      <ul className="text-sm">
        {items.map(({ topic, words, why, isBad }) => (
          <li key={`${topic}${words}`} className="flex items-center gap-3 border-line border-b py-1.5">
            <span className="w-20 shrink-0 text-ink2">{topic}</span>
            <span className={`grow ${isBad ? "font-semibold text-hold" : ""}`}>
              {isBad && "! "}
              {words}
            </span>
            <Popover.Root>
              <Popover.Trigger
                aria-label={`${t("why")}: ${topic}`}
                className="grid size-7 shrink-0 place-items-center rounded-full border border-rule font-bold text-xs hover:border-ink"
              >
                ?
              </Popover.Trigger>
              <PopCard label={`${topic}: ${t("why")}`} align="end" className="w-72 text-sm">
                {t("because", { why })}
              </PopCard>
            </Popover.Root>
          </li>
        ))}
      </ul>
      {mayRecord && machine.class !== "cij" && <CapTest machine={machine} />}
    </section>
  );
}

/** A measured fill of the cap: how long it takes to drain says how well it draws. */
function CapTest({ machine }: { machine: { id: string; name: string } }) {
  const router = useRouter();
  const t = useTranslations("parts");
  const [open, setOpen] = useState(false);
  const [ml, setMl] = useState("10");
  const [seconds, setSeconds] = useState("");
  const [labours, setLabours] = useState(false);
  const send = async () => {
    const body = { ml: Number(ml), seconds: Number(seconds), ...(labours ? { labours } : {}) };
    if (await enter({ kind: "cap-drain", machine: machine.id, body }, t("fill.saved", { machine: machine.name }))) {
      setSeconds("");
      setOpen(false);
      router.refresh();
    }
  };
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        {t("fill.title")}
      </Button>
      <Dialog title={t("fill.title")} open={open} onOpenChange={setOpen}>
        <p>{t("fill.how")}</p>
        <div className="grid grid-cols-2 gap-3">
          <Field label={t("fill.ml")}>
            <NumberInput min={1} unit="mL" value={ml} onChange={(event) => setMl(event.target.value)} />
          </Field>
          <Field label={t("fill.seconds")}>
            <NumberInput min={1} unit="s" value={seconds} onChange={(event) => setSeconds(event.target.value)} />
          </Field>
        </div>
        <Checkbox label={t("fill.labours")} checked={labours} onChange={(event) => setLabours(event.target.checked)} />
        <Button look="primary" disabled={!(Number(ml) > 0 && Number(seconds) > 0)} onClick={() => void send()}>
          {t("save")}
        </Button>
      </Dialog>
    </>
  );
}
