"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { ALL_FIRING } from "../../core/nozzles/readiness.ts";
import type { EntryPage, EntryView } from "../../work/record/ledger.ts";
import { ChannelCounts, type Counts } from "../check/channel-counts.tsx";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput, TextInput } from "../kit/field.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { say, trying } from "../say.ts";
import { entryOf, sendEntries } from "../send.ts";

export const isChannels = (value: unknown): value is (Counts & { id: string })[] =>
  Array.isArray(value) && value.every((each) => each !== null && typeof each === "object" && "missing" in each);

const REASONS = ["typo", "machine", "twice", "notDone", "time"] as const;
/** Fields of an entry with a name of their own; other numbers are shown by their own key. */
const NAMED = ["note", "reason", "text", "ml", "minutes", "celsius", "humidityPercent", "value", "beforeMl"] as const;
const isNamed = (key: string): key is (typeof NAMED)[number] => (NAMED as readonly string[]).includes(key);
const WORDS: readonly string[] = ["note", "reason", "text"];

type Props = {
  entry: EntryView;
  body: Record<string, unknown>;
  channels: EntryPage["channels"];
  done: () => void;
};

/** Corrects an entry: other numbers, another time, or undone; always with a reason, chosen or typed. */
export function Correct({ entry, body, channels, done }: Props) {
  const t = useTranslations("logbook.correct");
  const router = useRouter();
  const [draft, setDraft] = useState(body);
  const [why, setWhy] = useState("");
  const [time, setTime] = useState("");
  const [busy, setBusy] = useState(false);
  const changed = JSON.stringify(draft) !== JSON.stringify(body);
  const send = async (amendment: Record<string, unknown>) => {
    setBusy(true);
    await trying(async () => {
      await sendEntries([entryOf({ kind: "amendment", amends: entry.id, body: { why: why.trim(), ...amendment } })]);
      say(t("saved"));
      done();
      router.refresh();
    });
    setBusy(false);
  };
  const at = () => new Date(`${entry.happenedAt.slice(0, 10)}T${time}`).toISOString();
  return (
    <section aria-label={t("title")} className="grid gap-3 border-ink border-t-[1.5px] pt-3">
      <h3 className="font-bold">{t("title")}</h3>
      <p className="text-ink2 text-sm">{t("note")}</p>
      {isChannels(draft.channels) &&
        draft.channels.map((channel) => (
          <ChannelCounts
            key={channel.id}
            channel={{
              ink: "",
              colour: "#595c58",
              ...channels.find(({ id }) => id === channel.id),
              id: channel.id,
              read: true,
              ...ALL_FIRING,
            }}
            counts={channel}
            onChange={(counts) =>
              setDraft({
                ...draft,
                channels: isChannels(draft.channels)
                  ? draft.channels.map((each) => (each.id === channel.id ? { ...counts, id: each.id } : each))
                  : [],
              })
            }
          />
        ))}
      {Object.entries(draft).map(([key, value]) =>
        typeof value === "number" ? (
          <Field key={key} label={isNamed(key) ? t(`fields.${key}`) : key}>
            <NumberInput min={0} step="any" value={value} onChange={(event) => setDraft({ ...draft, [key]: Number(event.target.value) })} />
          </Field>
        ) : typeof value === "string" && WORDS.includes(key) && isNamed(key) ? (
          <Field key={key} label={t(`fields.${key}`)}>
            <TextInput value={value} onChange={(event) => setDraft({ ...draft, [key]: event.target.value })} />
          </Field>
        ) : null,
      )}
      <Field label={t("time")} hint={t("timeHint")} className="w-48">
        <TimeInput value={time} onChange={setTime} />
      </Field>
      <div className="grid gap-1.5">
        <Field label={t("why")}>
          <TextInput value={why} maxLength={500} onChange={(event) => setWhy(event.target.value)} />
        </Field>
        <p className="flex flex-wrap gap-1.5">
          {REASONS.map((reason) => (
            <Button key={reason} size="small" aria-pressed={why === t(`reasons.${reason}`)} onClick={() => setWhy(t(`reasons.${reason}`))}>
              {t(`reasons.${reason}`)}
            </Button>
          ))}
        </p>
      </div>
      <div className="flex flex-wrap gap-3">
        <Button
          look="primary"
          busy={busy}
          disabled={!why.trim() || !(changed || time)}
          onClick={() => void send({ ...(changed ? { replace: draft } : {}), ...(time ? { happenedAt: at() } : {}) })}
        >
          {t("save")}
        </Button>
        <Button look="danger" busy={busy} disabled={!why.trim()} onClick={() => void send({ struck: true })}>
          {t("undo")}
        </Button>
      </div>
    </section>
  );
}
