"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { NeededRow, PackPreview, RoutineRow } from "../../work/routines/routines.ts";
import { Field } from "../field.tsx";
import { sayFault } from "../say.ts";
import { Said } from "../send.ts";
import { figures, RowHead, TableHead, unseen } from "../table.tsx";

/** All routines of the house: what they are, when they fall due, where; packs out and in. */
export function RoutineLibrary({ rows, needed }: { rows: RoutineRow[]; needed: NeededRow[] }) {
  const [ticked, setTicked] = useState<string[]>([]);
  const [wanted, setWanted] = useState("");
  const shown = rows.filter(({ id, name }) => `${id} ${name}`.toLowerCase().includes(wanted.toLowerCase()));
  const ids = ticked.join(",");
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Find">
          <input value={wanted} onChange={(event) => setWanted(event.target.value)} className="field" />
        </Field>
        <Link href="/shop/routines/new" className="press">
          Write a new one
        </Link>
        <a className="press" aria-disabled={ticked.length === 0} href={ticked.length ? `/api/routines/pack?ids=${ids}` : undefined}>
          Pack of {ticked.length || "the ticked"} (YAML)
        </a>
        <a className="press" aria-disabled={ticked.length === 0} href={ticked.length ? `/api/routines/pack?ids=${ids}&as=json` : undefined}>
          (JSON)
        </a>
        <PackIn />
        <Link href="/safety" className="ml-auto">
          Cautions, and what is never asked for
        </Link>
      </div>
      {needed.length > 0 && (
        <section aria-label="Was it needed?" className="border-line border-y py-2">
          <h2>Was it needed?</h2>
          <ul>
            {needed.map(({ routine, name, machine, verdict, why }) => (
              <li key={`${routine}/${machine}`}>
                <Link href={`/shop/routines/${routine}`} prefetch={false}>
                  {name}
                </Link>{" "}
                at {machine}: the interval <strong className={verdict === "must shrink" ? "text-hold" : ""}>{verdict}</strong>.{" "}
                <span className="text-ink2">{why}.</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <table className="w-full text-sm">
        <TableHead columns={[unseen("In the pack"), "Routine", "Falls due", figures("hands"), figures("wait"), "At"]} />
        <tbody>
          {shown.map(({ id, name, from, when, handsMinutes, waitMinutes, steps, machines }) => (
            <tr key={id} className="border-line border-b align-baseline">
              <td>
                <input
                  type="checkbox"
                  aria-label={`${name} into the pack`}
                  checked={ticked.includes(id)}
                  onChange={() => setTicked(ticked.includes(id) ? ticked.filter((each) => each !== id) : [...ticked, id])}
                />
              </td>
              <RowHead className="font-normal">
                <Link href={`/shop/routines/${id}`} prefetch={false}>
                  {name}
                </Link>{" "}
                <span className="figure text-ink2">{id}</span>
                {from !== "built in" && <span className="text-accent"> {from === "own" ? "the house's own" : "changed here"}</span>}
                {steps === 0 && <span className="text-ink2"> no steps</span>}
              </RowHead>
              <td className="pr-3">{when}</td>
              <td className="figure text-right">{handsMinutes}</td>
              <td className="figure pr-4 text-right">{waitMinutes}</td>
              <td className="text-ink2">{machines.length > 5 ? `${machines.length} machines` : machines.join(", ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length === 0 && <p>No routine has that in its name.</p>}
    </div>
  );
}

function PackIn() {
  const router = useRouter();
  const [text, setText] = useState("");
  const [preview, setPreview] = useState<PackPreview | null>(null);
  const [problems, setProblems] = useState<{ path: string; message: string }[]>([]);
  const post = async (body: string, write: boolean): Promise<PackPreview> => {
    const response = await fetch(`/api/routines/pack${write ? "?do=import" : ""}`, { method: "POST", body });
    const answer = await response.json().catch(() => ({}));
    if (!response.ok) throw new Said(answer.message ?? `The server answered ${response.status}.`, response.status, answer.problems);
    return answer;
  };
  const look = async (file: File | undefined) => {
    setPreview(null);
    setProblems([]);
    if (!file) return;
    const read = await file.text();
    setText(read);
    try {
      setPreview(await post(read, false));
    } catch (error) {
      if (error instanceof Said) setProblems([{ path: error.message, message: "" }, ...error.problems]);
      else sayFault(error);
    }
  };
  const take = async () => {
    try {
      const { routines } = await post(text, true);
      toast(`Read in: ${routines.filter(({ state }) => state !== "same").length} of ${routines.length} routines.`);
      setPreview(null);
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
  };
  return (
    <div className="grid gap-1">
      <label className="press cursor-pointer focus-within:outline focus-within:outline-2">
        Read a pack
        <input type="file" accept=".yaml,.yml,.json" className="sr-only" onChange={(event) => void look(event.target.files?.[0])} />
      </label>
      {problems.length > 0 && (
        <ul role="alert" className="border-hold border-l-4 pl-3 text-sm">
          {problems.slice(0, 20).map(({ path, message }) => (
            <li key={path + message}>
              {path} {message}
            </li>
          ))}
        </ul>
      )}
      {preview && (
        <div className="border-accent border-l-4 pl-3 text-sm">
          <ul>
            {preview.routines.map(({ id, name, state }) => (
              <li key={id}>
                {name} <span className="figure text-ink2">{id}</span> {state}
              </li>
            ))}
          </ul>
          <button type="button" className="press press-main mt-1" onClick={() => void take()}>
            Read them in
          </button>
        </div>
      )}
    </div>
  );
}
