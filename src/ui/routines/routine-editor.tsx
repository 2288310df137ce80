"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import type { CheckedRoutine, RoutinePage } from "../../work/routines/routines.ts";
import { Field } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { RunPreview } from "./run-preview.tsx";

const PAUSE_MS = 350;

/** A routine as text on the left, the run as it will look on the right; what is wrong is named while it is typed. */
export function RoutineEditor({ id, page }: { id: string; page: RoutinePage }) {
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
      toast("In force. Runs under way keep the version they began under.");
      router.push(`/shop/routines/${saved}`);
      router.refresh();
    });
  };
  const giveUp = async () => {
    await trying(async () => {
      await ask(`/api/routines?id=${encodeURIComponent(id)}`, { method: "DELETE", body: {} });
      localStorage.removeItem(draftName);
      toast(page.row?.from === "changed" ? "Back to the built-in routine." : "Given up. Past runs keep it.");
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
  return (
    <main className="mx-auto max-w-7xl px-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 py-3">
        <h1>{checked?.routine?.name ?? page.row?.name ?? "A routine"}</h1>
        <span className="text-ink2">{page.row ? `${page.row.id}, ${page.row.from}; ${page.row.when}` : "new"}</span>
        <Link href="/shop?tab=routines" className="ml-auto">
          All routines
        </Link>
      </div>
      <div className="grid gap-4 lg:grid-cols-[1.4fr_1fr]">
        <section aria-label="As text" className="grid content-start gap-2">
          <textarea
            ref={area}
            aria-label="The routine in YAML or JSON"
            aria-invalid={problems.length > 0}
            value={text}
            onChange={(event) => change(event.target.value)}
            spellCheck={false}
            className="field figure h-[60vh] resize-y whitespace-pre !text-xs leading-relaxed"
          />
          <div aria-live="polite">
            {fault && <p className="text-hold">{fault}</p>}
            {problems.length > 0 && (
              <ul aria-label="What is wrong" className="max-h-40 overflow-y-auto border-hold border-l-4 pl-3 text-sm">
                {problems.map(({ line, column, path, message }) => (
                  <li key={`${path}${message}`}>
                    <button type="button" className="text-left underline" onClick={() => show(line, column)}>
                      line {line}
                    </button>{" "}
                    <span className="figure text-ink2">{path}</span> {message}
                  </li>
                ))}
              </ul>
            )}
            {checked && problems.length === 0 && !fault && <p className="text-ink2">It holds together.</p>}
          </div>
          <Field label="Why it is changed">
            <input value={why} maxLength={500} onChange={(event) => setWhy(event.target.value)} className="field" />
          </Field>
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="press press-main"
              disabled={!checked?.routine || text === page.text}
              onClick={() => void save()}
            >
              Put in force
            </button>
            {text !== page.text && (
              <button type="button" className="press" onClick={() => change(page.text)}>
                Back to what is in force
              </button>
            )}
            {page.row && page.row.from !== "built in" && (
              <button type="button" className="press" onClick={() => void giveUp()}>
                {page.row.from === "changed" ? "Go back to the built-in one" : "Give it up"}
              </button>
            )}
            {page.row && (
              <a className="press" href={`/api/routines/pack?ids=${page.row.id}`}>
                Take out as a pack
              </a>
            )}
          </div>
          {page.row?.from === "built in" && (
            <p className="text-ink2 text-sm">
              What you put in force under this id stands before the built-in one. For a routine beside it, give it an id that begins with
              house-.
            </p>
          )}
          {page.found.length > 0 && (
            <section aria-label="Was it needed?" className="mt-2">
              <h2>Was it needed?</h2>
              <ul className="text-sm">
                {page.found.map(({ machine: name, needed }) => (
                  <li key={name} className="border-line border-b py-1">
                    <strong>{name}</strong> <span className="figure">{needed.looked.join(", ")}</span> (newest first): {needed.why}
                  </li>
                ))}
              </ul>
              {page.offers.map((offer) => (
                <p key={offer.words} className="mt-1 flex flex-wrap items-center gap-2 border-accent border-l-4 pl-3 text-sm">
                  {offer.words}. It changes for all machines that have it; you decide.
                  <button
                    type="button"
                    className="press"
                    onClick={() => {
                      change(offer.text);
                      setWhy(offer.words);
                    }}
                  >
                    Put it into the text
                  </button>
                </p>
              ))}
            </section>
          )}
          {page.versions.length > 0 && (
            <details>
              <summary className="cursor-pointer py-1">Versions ({page.versions.length})</summary>
              <ul className="text-sm">
                {page.versions.map((version) => (
                  <li key={version.version} className="flex items-baseline gap-3 border-line border-b py-1">
                    {version.words}
                    <button type="button" className="underline" onClick={() => change(version.text)}>
                      Take its text
                    </button>
                  </li>
                ))}
              </ul>
            </details>
          )}
        </section>
        <div className="grid content-start gap-2">
          <label className="flex items-center gap-2 text-sm">
            As it runs at
            <select value={machine} onChange={(event) => setMachine(event.target.value)} className="field">
              {page.machines.map(({ id: each, name, fits }) => (
                <option key={each} value={each}>
                  {name}
                  {fits ? "" : " (has it not)"}
                </option>
              ))}
            </select>
          </label>
          <RunPreview plan={checked?.plan ?? []} />
        </div>
      </div>
    </main>
  );
}
