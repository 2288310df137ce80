"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { Person } from "../../core/fleet/schema.ts";
import { ROLES, SKILLS } from "../../core/fleet/vocabulary.ts";
import type { PeopleView } from "../../work/access/people.ts";
import { Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";

const NEW: Person = { id: "", name: "", role: "operator", skills: [], shifts: [] };
const idFrom = (name: string) =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60) || "person";

/** People with role, skills and shifts; a password makes a sign-in. */
export function PeopleForm({ view }: { view: PeopleView }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <div>
      <table className="w-full text-sm">
        <TableHead columns={["Name", "Role", "Skills", "Shifts", "Sign-in", "Change"]} />
        <tbody>
          {view.people.map((person) => (
            <tr key={person.id} className="border-line border-b">
              <RowHead>{person.name}</RowHead>
              <td className="pr-3">{person.role}</td>
              <td className="pr-3">{person.skills?.join(", ")}</td>
              <td className="pr-3">{person.shifts?.join(", ")}</td>
              <td className="pr-3">{person.canSignIn ? "yes" : "no"}</td>
              <td className="text-right">
                <button type="button" className="press" onClick={() => setOpen(open === person.id ? null : person.id)}>
                  Change
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button type="button" className="press mt-3" onClick={() => setOpen("")}>
        Add a person
      </button>
      {open !== null && (
        <OnePerson
          key={open}
          person={view.people.find(({ id }) => id === open)}
          taken={view.people.map(({ id }) => id)}
          shifts={view.shifts}
          close={() => setOpen(null)}
        />
      )}
    </div>
  );
}

function OnePerson({
  person,
  taken,
  shifts,
  close,
}: {
  person?: PeopleView["people"][number];
  taken: string[];
  shifts: PeopleView["shifts"];
  close: () => void;
}) {
  const router = useRouter();
  const [draft, setDraft] = useState<Person>(person ?? NEW);
  const [password, setPassword] = useState("");
  const save = async (archived = false) => {
    const { id, name, role, skills, shifts: own } = draft;
    let newId = id || idFrom(name);
    while (!person && taken.includes(newId)) newId += "-2";
    await trying(async () => {
      await ask("/api/people", {
        body: {
          person: { id: newId, name, role, ...(skills ? { skills } : {}), ...(own ? { shifts: own } : {}) },
          ...(password ? { password } : {}),
          ...(archived ? { archived } : {}),
        },
      });
      toast(archived ? `${name} archived; entries keep the name.` : `${name} saved.`);
      close();
      router.refresh();
    });
  };
  const flip = (key: "skills" | "shifts", value: string) =>
    setDraft({
      ...draft,
      [key]: draft[key]?.includes(value) ? draft[key]?.filter((each) => each !== value) : [...(draft[key] ?? []), value],
    });
  return (
    <form
      aria-label={person ? person.name : "New person"}
      className="mt-4 grid max-w-3xl gap-3 border-rule border-t pt-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <label className="grid">
        Name
        <input
          value={draft.name}
          required
          maxLength={200}
          onChange={(event) => setDraft({ ...draft, name: event.target.value })}
          className="field"
        />
      </label>
      <label className="grid">
        Role
        <select
          value={draft.role}
          onChange={(event) => setDraft({ ...draft, role: ROLES.find((role) => role === event.target.value) ?? "operator" })}
          className="field"
        >
          {ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </select>
      </label>
      <Marks
        label="Skills"
        options={[...new Set([...SKILLS, ...(draft.skills ?? [])])]}
        chosen={draft.skills ?? []}
        flip={(value) => flip("skills", value)}
      />
      <Marks label="Shifts" options={shifts.map(({ id }) => id)} chosen={draft.shifts ?? []} flip={(value) => flip("shifts", value)} />
      <label className="grid sm:col-span-2">
        {person?.canSignIn
          ? "New password (empty: as it is; a new one signs them out everywhere)"
          : "Password (makes a sign-in; 8 characters at least)"}
        <input
          type="password"
          autoComplete="new-password"
          minLength={8}
          maxLength={200}
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          className="field"
        />
      </label>
      <div className="flex gap-3 sm:col-span-2">
        <Submit main>Save</Submit>
        <button type="button" className="press" onClick={close}>
          Leave it
        </button>
        {person && !person.self && (
          <button type="button" className="press ml-auto" onClick={() => save(true)}>
            Archive
          </button>
        )}
      </div>
    </form>
  );
}

function Marks({ label, options, chosen, flip }: { label: string; options: string[]; chosen: string[]; flip: (value: string) => void }) {
  return (
    <fieldset>
      <legend className="text-sm">{label}</legend>
      <div className="flex flex-wrap gap-1">
        {options.map((option) => (
          <button
            key={option}
            type="button"
            aria-pressed={chosen.includes(option)}
            onClick={() => flip(option)}
            className={`press !px-2 ${chosen.includes(option) ? "!border-accent !bg-well font-semibold" : ""}`}
          >
            {option}
          </button>
        ))}
        {options.length === 0 && <span className="text-ink2 text-sm">none set up</span>}
      </div>
    </fieldset>
  );
}
