"use client";
import { UserPlusIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { Person } from "../../core/fleet/schema.ts";
import { ROLES, SKILLS } from "../../core/fleet/vocabulary.ts";
import { isLanguage, LANGUAGE_IDS, LANGUAGES, type Language } from "../../core/shop/languages.ts";
import type { PeopleView } from "../../work/access/people.ts";
import { Button } from "../kit/button.tsx";
import { Field, PasswordInput, TextInput } from "../kit/field.tsx";
import { Initials } from "../kit/initials.tsx";
import { flipped, Marks } from "../kit/marks.tsx";
import { Panel } from "../kit/panel.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { ShopRoom } from "./shop-room.tsx";

const NEW: Person = { id: "", name: "", role: "operator", skills: [], shifts: [] };
const idFrom = (name: string) =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60) || "person";

/** People with role, skills and shifts, each edited in a panel; a password makes a sign-in. */
export function People({ view }: { view: PeopleView }) {
  const t = useTranslations("shop.people");
  const [open, setOpen] = useState<string | null>(null);
  const person = view.people.find(({ id }) => id === open);
  return (
    <ShopRoom
      here="people"
      number={view.people.length}
      title={t("answer", { count: view.people.length, shifts: view.shifts.length })}
      actions={
        <Button look="primary" onClick={() => setOpen("")}>
          <UserPlusIcon aria-hidden="true" />
          {t("add")}
        </Button>
      }
    >
      <Table
        label={t("name")}
        rows={view.people}
        keyOf={({ id }) => id}
        onOpen={({ id }) => setOpen(id)}
        {...(open ? { chosen: new Set([open]) } : {})}
        columns={[
          {
            id: "name",
            name: t("name"),
            by: ({ name }) => name,
            cell: ({ id, name }) => (
              <button
                type="button"
                onClick={() => setOpen(id)}
                aria-label={t("open", { name })}
                className="flex items-center gap-2.5 font-bold hover:underline"
              >
                <Initials name={name} big />
                {name}
              </button>
            ),
          },
          { id: "role", name: t("role"), by: ({ role }) => role, cell: ({ role }) => t(`roles.${role}`) },
          { id: "shifts", name: t("shifts"), by: ({ shifts }) => shifts?.join() ?? "", cell: ({ shifts }) => shifts?.join(", ") },
          { id: "skills", name: t("skills"), cell: ({ skills }) => skills?.join(", ") },
          {
            id: "signIn",
            name: t("signIn"),
            by: ({ signInName }) => signInName ?? "",
            cell: ({ signInName }) => signInName ?? t("no"),
          },
        ]}
      />
      <Panel title={person?.name ?? t("new")} open={open !== null} onOpenChange={(on) => !on && setOpen(null)}>
        {open !== null && (
          <OnePerson
            key={open}
            {...(person ? { person } : {})}
            taken={view.people.map(({ id }) => id)}
            shifts={view.shifts}
            close={() => setOpen(null)}
          />
        )}
      </Panel>
    </ShopRoom>
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
  const t = useTranslations("shop.people");
  const all = useTranslations("shop");
  const router = useRouter();
  const [draft, setDraft] = useState<Person>(person ?? NEW);
  const [password, setPassword] = useState("");
  const [signInName, setSignInName] = useState(person?.signInName ?? "");
  const [busy, setBusy] = useState(false);
  const [language, setLanguage] = useState<Language>(person?.language ?? "en");
  const save = async (archived = false) => {
    const { id, name, role, skills, shifts: own } = draft;
    let newId = id || idFrom(name);
    while (!person && taken.includes(newId)) newId += "-2";
    setBusy(true);
    await trying(async () => {
      await ask("/api/people", {
        body: {
          person: { id: newId, name, role, ...(skills ? { skills } : {}), ...(own ? { shifts: own } : {}) },
          ...(password ? { password } : {}),
          ...(signInName.trim() && signInName !== person?.signInName ? { signInName } : {}),
          ...(archived ? { archived } : {}),
        },
      });
      if (!archived && language !== (person?.language ?? "en")) await ask("/api/people/language", { body: { person: newId, language } });
      say(t(archived ? "archived" : "saved", { name }));
      close();
      router.refresh();
    });
    setBusy(false);
  };
  const known = [...new Set<string>([...SKILLS, ...(draft.skills ?? [])])];
  return (
    <form
      aria-label={person ? person.name : t("new")}
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field label={t("name")}>
        <TextInput value={draft.name} required maxLength={200} onChange={(event) => setDraft({ ...draft, name: event.target.value })} />
      </Field>
      <Field label={t("role")}>
        <Select
          value={draft.role}
          onChange={(value) => setDraft({ ...draft, role: ROLES.find((role) => role === value) ?? "operator" })}
          options={ROLES.map((role) => ({ value: role, name: t(`roles.${role}`) }))}
        />
      </Field>
      <Field label={t("language")} hint={language === "en" ? undefined : t("languageHint")}>
        <Select
          value={language}
          onChange={(value) => isLanguage(value) && setLanguage(value)}
          options={LANGUAGE_IDS.map((id) => ({ value: id, name: LANGUAGES[id] }))}
        />
      </Field>
      <Marks
        label={t("skills")}
        options={known.map((skill) => ({ value: skill, name: skill }))}
        chosen={draft.skills ?? []}
        flip={(skill) => setDraft({ ...draft, skills: flipped(draft.skills ?? [], skill) })}
      />
      <Marks
        label={t("shifts")}
        options={shifts.map(({ id }) => ({ value: id, name: id }))}
        chosen={draft.shifts ?? []}
        flip={(shift) => setDraft({ ...draft, shifts: flipped(draft.shifts ?? [], shift) })}
        {...(shifts.length === 0 ? { hint: t("noShifts") } : {})}
      />
      <Field label={t("signInName")} hint={t("signInNameHint")}>
        <TextInput
          autoComplete="off"
          maxLength={200}
          value={signInName}
          placeholder={draft.name.toLowerCase()}
          onChange={(event) => setSignInName(event.target.value)}
        />
      </Field>
      <Field label={t(person?.signInName ? "newPassword" : "password")} hint={t(person?.signInName ? "newPasswordHint" : "passwordHint")}>
        <PasswordInput isNew value={password} onChange={(event) => setPassword(event.target.value)} />
      </Field>
      <div className="flex gap-3">
        <Button look="primary" type="submit" className="grow" busy={busy}>
          {all("save")}
        </Button>
        {person && !person.self && (
          <Button look="danger" onClick={() => void save(true)}>
            {t("archive")}
          </Button>
        )}
      </div>
    </form>
  );
}
