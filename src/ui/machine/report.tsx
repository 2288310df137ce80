"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { SIGNS } from "../../core/fleet/vocabulary.ts";
import { signWords } from "../../core/signs/guide.ts";
import type { MachineFrame } from "../../work/machine/frame.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field, TextArea } from "../kit/field.tsx";
import { Segmented } from "../kit/tabs.tsx";
import { RepairForm } from "./repair.tsx";

type Kind = "seen" | "done" | "out" | "note";

/** What happened outside the plan: what was seen, what was done, that it is out of order, a note. */
export function Report({ frame, done }: { frame: MachineFrame; done: () => void }) {
  const t = useTranslations("report");
  const [kind, setKind] = useState<Kind>("seen");
  const [note, setNote] = useState("");
  const [sign, setSign] = useState("");
  const [prompt, setPrompt] = useState("");
  const extra = note.trim() ? { note: note.trim() } : {};
  const send = async (entry: Parameters<typeof enter>[0]) => {
    if (await enter({ machine: frame.id, ...entry }, t("saved", { machine: frame.name }))) done();
  };
  const noteField = (
    <Field label={t("note")} hint={kind === "note" ? undefined : t("noteHint")}>
      <TextArea value={note} maxLength={2000} onChange={(event) => setNote(event.target.value)} />
    </Field>
  );
  return (
    <div className="grid gap-4">
      <Segmented
        label={t("what")}
        value={kind}
        onChange={setKind}
        options={(["seen", "done", "out", "note"] as const).map((value) => ({ value, name: t(`kinds.${value}`) }))}
      />
      {kind === "seen" && (
        <>
          <Field label={t("sign")}>
            <Combobox
              value={sign}
              onChange={setSign}
              placeholder={t("choose")}
              options={SIGNS.map((value) => ({ value, name: signWords(value) }))}
            />
          </Field>
          {noteField}
          <Button look="primary" disabled={!sign} onClick={() => void send({ kind: "sign", body: { sign, ...extra } })}>
            {t("save")}
          </Button>
        </>
      )}
      {kind === "done" && (
        <>
          {noteField}
          <div className="grid gap-1.5">
            {frame.rungs.map(({ id, name, ml, minutes }) => (
              <Button
                key={id}
                className="!justify-between"
                onClick={() => void send({ kind: "care", body: { what: "clean", strength: id, ml, minutes, ...extra } })}
              >
                {t("clean", { name })} <span className="figure text-ink3">{t("ink", { ml })}</span>
              </Button>
            ))}
            {(["load", "repair", "wake"] as const).map((what) => (
              <Button key={what} className="!justify-start" onClick={() => void send({ kind: "care", body: { what, ...extra } })}>
                {t(what)}
              </Button>
            ))}
          </div>
          <Field label={t("prompt")}>
            <Combobox
              value={prompt}
              onChange={setPrompt}
              placeholder={t("choose")}
              options={frame.routines.filter(({ chosen }) => chosen).map(({ id, name }) => ({ value: id, name }))}
            />
          </Field>
          <Button disabled={!prompt} onClick={() => void send({ kind: "prompt", routine: prompt, body: extra })}>
            {t("save")}
          </Button>
        </>
      )}
      {kind === "out" && <RepairForm frame={frame} done={done} />}
      {kind === "note" && (
        <>
          {noteField}
          <Button look="primary" disabled={!note.trim()} onClick={() => void send({ kind: "note", body: { text: note.trim() } })}>
            {t("save")}
          </Button>
        </>
      )}
    </div>
  );
}
