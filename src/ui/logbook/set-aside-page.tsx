"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { SetAsideView, UnprovenView } from "../../work/record/set-aside.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Card, Empty } from "../kit/card.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Room } from "../kit/room.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";

/** Entries that could not be kept: a supervisor keeps each as a note, or discards it with a reason. */
export function SetAsidePage({ waiting, unproven }: { waiting: SetAsideView[]; unproven: UnprovenView[] }) {
  const t = useTranslations("logbook.aside");
  return (
    <Room
      number={waiting.length || null}
      title={t("title")}
      more={t("note")}
      actions={
        <Link href="/logbook" className={buttonLook()}>
          {t("back")}
        </Link>
      }
    >
      {waiting.length === 0 ? (
        <Empty title={t("none")} />
      ) : (
        <ul className="grid max-w-4xl gap-3">
          {waiting.map((each) => (
            <li key={each.id}>
              <Waiting {...each} />
            </li>
          ))}
        </ul>
      )}
      {unproven.length > 0 && (
        <section aria-label={t("unproven")} className="mt-8 max-w-4xl">
          <h2 className="!text-base border-ink border-b-[1.5px] pb-1 font-bold">{t("unproven")}</h2>
          <p className="py-2 text-ink2">{t("unprovenNote")}</p>
          <ul className="divide-y divide-line border-line border-y">
            {unproven.map(({ id, when, person, device, what }) => (
              <li key={id} className="flex flex-wrap items-baseline justify-between gap-x-4 py-2">
                <span>
                  <b>{t("unprovenBy", { person, when, device: device ?? "none" })}</b> {what}
                </span>
                <Link href={`/logbook/${id}`}>{t("look")}</Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Room>
  );
}

function Waiting({ id, when, by, what, sent, reason }: SetAsideView) {
  const t = useTranslations("logbook.aside");
  const router = useRouter();
  const [why, setWhy] = useState("");
  const [busy, setBusy] = useState(false);
  const settle = async (how: "noted" | "discarded") => {
    setBusy(true);
    await trying(async () => {
      await ask("/api/set-aside", { body: { id, how, ...(how === "discarded" ? { why: why.trim() } : {}) } });
      say(t(how === "noted" ? "kept" : "discarded"));
      router.refresh();
    });
    setBusy(false);
  };
  return (
    <Card className="grid gap-2">
      <p className="font-bold">{t("sent", { what, when, by })}</p>
      <p className="text-hold">{reason}</p>
      <pre className="overflow-x-auto whitespace-pre-wrap break-all border border-line bg-well p-2 text-sm">{sent.slice(0, 2000)}</pre>
      <div className="flex flex-wrap items-end gap-2">
        <Button look="primary" busy={busy} onClick={() => void settle("noted")}>
          {t("keep")}
        </Button>
        <Field label={t("why")} className="ml-auto w-64">
          <TextInput value={why} onChange={({ target }) => setWhy(target.value)} maxLength={500} />
        </Field>
        <Button look="danger" busy={busy} disabled={!why.trim()} onClick={() => void settle("discarded")}>
          {t("discard")}
        </Button>
      </div>
    </Card>
  );
}
