"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { OpenOrder } from "../../work/stores/orders.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { sayFault } from "../say.ts";
import { entryOf, Said, sendEntries } from "../send.ts";
import { toast } from "../toast.ts";

type Came = { amount: string; lot: string; expiry: string };

/** What came of an order, line by line, in part or whole; or that no more will come. */
export function ReceiveForm({
  order,
  mayReceive,
  mayClose,
  done,
}: {
  order: OpenOrder;
  mayReceive: boolean;
  mayClose: boolean;
  done: () => void;
}) {
  const t = useTranslations("stores.orders.receive");
  const [came, setCame] = useState<Record<string, Came>>({});
  const [delivery, setDelivery] = useState("");
  const [again, setAgain] = useState("");
  const [why, setWhy] = useState("");
  const of = (item: string): Came => came[item] ?? { amount: "", lot: "", expiry: "" };
  const set = (item: string, part: Partial<Came>) => setCame({ ...came, [item]: { ...of(item), ...part } });
  const lines = order.lines.filter(({ item }) => Number(of(item).amount) > 0);
  const receive = async (twice: boolean) => {
    try {
      const [answer] = await sendEntries([
        entryOf({
          kind: "stock",
          body: {
            event: "received",
            order: order.id,
            supplier: order.supplier,
            ...(delivery.trim() ? { delivery: delivery.trim() } : {}),
            ...(twice ? { again: true } : {}),
            lines: lines.map(({ item, unit }) => ({
              item,
              amount: Number(of(item).amount),
              unit,
              ...(of(item).lot.trim() ? { lot: of(item).lot.trim() } : {}),
              ...(of(item).expiry ? { expiry: of(item).expiry } : {}),
            })),
          },
        }),
      ]);
      toast(answer?.message ?? t("saved"), { duration: answer?.message ? 9000 : 4000 });
      done();
    } catch (error) {
      if (error instanceof Said && error.message.includes("second parcel")) setAgain(error.message);
      else sayFault(error);
    }
  };
  const close = async () => {
    if (await enter({ kind: "order", body: { event: "closed", of: order.id, reason: why.trim() } }, t("closed"))) done();
  };
  return (
    <>
      {mayReceive && (
        <form
          aria-label={t("form", { supplier: order.supplierName })}
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void receive(false);
          }}
        >
          <Button
            className="justify-self-start"
            onClick={() =>
              setCame(Object.fromEntries(order.lines.map(({ item, rest }) => [item, { ...of(item), amount: rest ? String(rest) : "" }])))
            }
          >
            {t("all")}
          </Button>
          {order.lines.map((line) => (
            <fieldset key={line.item} className="grid grid-cols-2 gap-2 border-line border-t pt-2">
              <legend className="font-semibold text-sm">
                {line.received > 0
                  ? t("line", { name: line.name, rest: line.restWords, ordered: line.orderedWords })
                  : t("lineAll", { name: line.name, ordered: line.orderedWords })}
              </legend>
              <Field label={t("came")}>
                <NumberInput
                  min={0}
                  step="any"
                  unit={line.unit}
                  value={of(line.item).amount}
                  placeholder={String(line.rest)}
                  onChange={({ target }) => set(line.item, { amount: target.value })}
                />
              </Field>
              {line.keeping === "lot" && (
                <>
                  <Field label={t("lot")}>
                    <TextInput
                      value={of(line.item).lot}
                      maxLength={60}
                      required={Number(of(line.item).amount) > 0}
                      onChange={({ target }) => set(line.item, { lot: target.value })}
                    />
                  </Field>
                  <Field label={t("useBy")}>
                    <DateInput value={of(line.item).expiry} onChange={(expiry) => set(line.item, { expiry })} none="–" />
                  </Field>
                </>
              )}
            </fieldset>
          ))}
          <Field label={t("delivery")}>
            <TextInput value={delivery} maxLength={100} onChange={({ target }) => setDelivery(target.value)} />
          </Field>
          {again && (
            <div role="alert" className="grid gap-2 border-hold border-l-4 pl-3">
              <p>{again}</p>
              <Button className="justify-self-start" onClick={() => void receive(true)}>
                {t("second")}
              </Button>
            </div>
          )}
          <Button look="primary" type="submit" disabled={lines.length === 0}>
            {t("put")}
          </Button>
        </form>
      )}
      {mayClose && (
        <form
          aria-label={t("closeTitle")}
          className="mt-4 grid gap-2 border-line border-t pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            void close();
          }}
        >
          <p className="font-bold text-sm">{t("closeTitle")}</p>
          <Field label={t("reason")}>
            <TextInput value={why} required maxLength={500} onChange={({ target }) => setWhy(target.value)} />
          </Field>
          <Button type="submit" look="danger">
            {t("close")}
          </Button>
        </form>
      )}
    </>
  );
}
