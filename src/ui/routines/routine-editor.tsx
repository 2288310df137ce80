"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import type { CheckedRoutine, RoutinePage } from "../../work/routines/routines.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Combobox } from "../kit/combobox.tsx";
import { Field, TextArea, TextInput } from "../kit/field.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { ShopRoom } from "../shop/shop-room.tsx";
import { RunPreview } from "./run-preview.tsx";

const PAUSE_MS = 350;

/** A routine as text on the left, the run as it will look on the right; what is wrong is named while it is typed. */
export function RoutineEditor({ id, page }: { id: string; page: RoutinePage }) {
  const t = useTranslations("shop.editor");
  const router = useRouter();
  const draftName = `zesty-routine/${id}`;
  const [text, setText] = useState(page.text);
  const [machine, setMachine] = useState((page.machines.find(({ fits }) => fits) ?? page.machines[0])?.id ?? "");
  const [checked, setChecked] = useState<CheckedRoutine | null>(null);
  const [fault, setFault] = useState("");
  const [why, setWhy] = useState("");
  const area = useRef<HTMLTextAreaElement>(null);
  const latest = useRef(0);
  useEffect(() => {
    const kept = localStorage.getItem(draftName);
    if (kept) setText(kept);
  }, [draftName]);
  useEffect(() => {
    const turn = ++latest.current;
    const timer = setTimeout(() => {
      ask<CheckedRoutine>("/api/routines/check", { body: { text, machine } })
        .then((answer) => {
          if (turn !== latest.current) return;
          setChecked(answer);
          setFault("");
        })
        .catch((error: Error) => setFault(error.message));
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text, machine]);
  const change = (next: string) => {
    setText(next);
    if (next === page.text) localStorage.removeItem(draftName);
    else localStorage.setItem(draftName, next);
  };
  const save = async () => {
    await trying(async () => {
      const { id: saved } = await ask<{ id: string }>("/api/routines", { body: { text, ...(why.trim() ? { why: why.trim() } : {}) } });
      localStorage.removeItem(draftName);
      say(t("published"));
      router.push(`/shop/routines/${saved}`);
      router.refresh();
    });
  };
  const giveUp = async () => {
    await trying(async () => {
      await ask(`/api/routines?id=${encodeURIComponent(id)}`, { method: "DELETE", body: {} });
      localStorage.removeItem(draftName);
      say(t(page.row?.from === "changed" ? "builtInSaid" : "removed"));
      router.push("/shop?tab=routines");
      router.refresh();
    });
  };
  const show = (line: number, column: number) => {
    const box = area.current;
    if (!box) return;
    const before =
      text
        .split("\n")
        .slice(0, line - 1)
        .join("\n").length + (line > 1 ? 1 : 0);
    box.focus();
    box.setSelectionRange(before + column - 1, before + column - 1);
    box.scrollTop = Math.max(0, (line - 6) * (box.scrollHeight / Math.max(1, text.split("\n").length)));
  };
  const problems = checked?.problems ?? [];
  const from = page.row && (page.row.from === "built in" ? t("builtIn") : t(page.row.from));
  return (
    <ShopRoom
      here="routines"
      title={checked?.routine?.name ?? page.row?.name ?? t("new")}
      more={page.row && `${page.row.id}, ${from}. ${page.row.when}`}
      actions={
        <Link href="/shop?tab=routines" className={buttonLook()}>
          {t("all")}
        </Link>
      }
    >
      <div className="grid gap-5 lg:grid-cols-[1.4fr_1fr]">
        <section aria-label={t("text")} className="grid min-w-0 content-start gap-2">
          <TextArea
            ref={area}
            aria-label={t("text")}
            aria-invalid={problems.length > 0}
            value={text}
            onChange={(event) => change(event.target.value)}
            spellCheck={false}
            className="figure h-[60vh] resize-y whitespace-pre !text-xs leading-relaxed"
          />
          <div aria-live="polite">
            {fault && <p className="text-hold">{fault}</p>}
            {problems.length > 0 && (
              <ul aria-label={t("wrong")} className="max-h-40 overflow-y-auto border-hold border-l-4 pl-3 text-sm">
                {problems.map(({ line, column, path, message }) => (
                  <li key={`${path}${message}`}>
                    <button type="button" className="text-left underline" onClick={() => show(line, column)}>
                      {t("line", { line })}
                    </button>{" "}
                    <span className="figure text-ink2">{path}</span> {message}
                  </li>
                ))}
              </ul>
            )}
            {checked && problems.length === 0 && !fault && <p className="text-ready">{t("good")}</p>}
          </div>
          <Field label={t("why")}>
            <TextInput value={why} maxLength={500} onChange={(event) => setWhy(event.target.value)} />
          </Field>
          <div className="flex flex-wrap gap-2">
            <Button look="primary" disabled={!checked?.routine || text === page.text} onClick={() => void save()}>
              {t("publish")}
            </Button>
            {text !== page.text && <Button onClick={() => change(page.text)}>{t("back")}</Button>}
            {page.row && page.row.from !== "built in" && (
              <Button look="danger" onClick={() => void giveUp()}>
                {t(page.row.from === "changed" ? "builtInAgain" : "giveUp")}
              </Button>
            )}
            {page.row && (
              <a className={buttonLook()} href={`/api/routines/pack?ids=${page.row.id}`}>
                {t("pack")}
              </a>
            )}
          </div>
          {page.row?.from === "built in" && <p className="text-ink2 text-sm">{t("builtInNote")}</p>}
          {page.found.length > 0 && (
            <section aria-label={t("needed")} className="mt-2">
              <h2 className="!text-base font-bold">{t("needed")}</h2>
              <ul className="text-sm">
                {page.found.map(({ machine: name, needed }) => (
                  <li key={name} className="border-line border-b py-1">
                    {t("neededLine", { machine: name, looked: needed.looked.join(", "), why: needed.why })}
                  </li>
                ))}
              </ul>
              {page.offers.map((offer) => (
                <p key={offer.words} className="mt-1 flex flex-wrap items-center gap-2 border-accent border-l-4 pl-3 text-sm">
                  {t("offer", { words: offer.words })}
                  <Button
                    size="small"
                    onClick={() => {
                      change(offer.text);
                      setWhy(offer.words);
                    }}
                  >
                    {t("take")}
                  </Button>
                </p>
              ))}
            </section>
          )}
          {page.versions.length > 0 && (
            <section aria-label={t("versions")} className="mt-2">
              <h2 className="!text-base font-bold">{t("versions")}</h2>
              <ul className="max-h-56 overflow-y-auto text-sm">
                {page.versions.map((version) => (
                  <li key={version.version} className="flex items-center justify-between gap-3 border-line border-b py-1">
                    {version.words}
                    <Button look="quiet" size="small" onClick={() => change(version.text)}>
                      {t("takeText")}
                    </Button>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </section>
        <div className="grid content-start gap-3">
          <Field label={t("at")} className="max-w-64">
            <Combobox
              value={machine}
              onChange={setMachine}
              placeholder={t("at")}
              options={page.machines.map(({ id: each, name, fits }) => ({ value: each, name, more: fits ? undefined : t("hasNot") }))}
            />
          </Field>
          <RunPreview plan={checked?.plan ?? []} />
        </div>
      </div>
    </ShopRoom>
  );
}
