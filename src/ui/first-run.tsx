"use client";
import { AnvilIcon } from "lucide-react";
import { type FormEvent, useEffect, useState } from "react";
import { useAccessWords } from "../words/access-words.ts";
import { Button } from "./kit/button.tsx";
import { Combobox } from "./kit/combobox.tsx";
import { Field, PasswordInput, TextInput } from "./kit/field.tsx";
import { ask, Said } from "./send.ts";

const ZONES = Intl.supportedValuesOf("timeZone");
const USUAL = "Europe/Lisbon";

/** An empty installation: the shop's name, its time zone, and its first supervisor. */
export function FirstRun() {
  const words = useAccessWords();
  const [fault, setFault] = useState("");
  const [said, setSaid] = useState({ shop: "", timeZone: USUAL, name: "", password: "", code: "" });
  const set = (part: Partial<typeof said>) => setSaid((before) => ({ ...before, ...part }));
  useEffect(() => set({ timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone || USUAL }), []);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    try {
      await ask("/api/first-run", { body: said });
      location.assign("/shop?tab=bring-in");
    } catch (error) {
      setFault(
        error instanceof Said
          ? [error.message, ...error.problems.map(({ path, message }) => `${path} ${message}`)].join(" ")
          : String(error),
      );
    }
  };
  const zones = ZONES.includes(said.timeZone) ? ZONES : [said.timeZone, ...ZONES];
  return (
    <main className="mx-auto grid max-w-md gap-5 px-4 py-12">
      <h1 className="flex items-center gap-2.5 !text-3xl">
        <AnvilIcon aria-hidden="true" className="size-8" />
        {words.first.title}
      </h1>
      <p className="text-ink2">
        {words.first.note} {words.first.next}
      </p>
      <form onSubmit={submit} aria-label={words.first.title} className="grid gap-3">
        <Field label={words.first.shop}>
          <TextInput name="shop" required maxLength={200} value={said.shop} onChange={({ target }) => set({ shop: target.value })} />
        </Field>
        <Field label={words.first.zone}>
          <Combobox
            value={said.timeZone}
            onChange={(timeZone) => set({ timeZone })}
            placeholder={words.first.zone}
            options={zones.map((zone) => ({ value: zone, name: zone.replaceAll("_", " ") }))}
          />
        </Field>
        <Field label={words.first.you}>
          <TextInput
            name="name"
            required
            maxLength={200}
            autoComplete="username"
            value={said.name}
            onChange={({ target }) => set({ name: target.value })}
          />
        </Field>
        <Field label={words.password} hint={words.first.passwordHint}>
          <PasswordInput isNew name="password" required value={said.password} onChange={({ target }) => set({ password: target.value })} />
        </Field>
        <Field label={words.first.code} hint={words.first.codeHint}>
          <TextInput
            name="code"
            required
            maxLength={40}
            autoComplete="one-time-code"
            className="figure"
            value={said.code}
            onChange={({ target }) => set({ code: target.value })}
          />
        </Field>
        <Button look="primary" size="hand" type="submit">
          {words.first.save}
        </Button>
        <p role="alert" className="min-h-6 font-semibold text-hold">
          {fault}
        </p>
      </form>
    </main>
  );
}
