"use client";
import { AnvilIcon } from "lucide-react";
import { type FormEvent, useState } from "react";
import { useAccessWords } from "../words/access-words.ts";
import { filled } from "../words/plain.ts";
import { Button } from "./kit/button.tsx";
import { Field, PasswordInput, TextInput } from "./kit/field.tsx";
import { Initials } from "./kit/initials.tsx";
import { ask, Said } from "./send.ts";

type Someone = { id: string; name: string; role: "operator" | "technician" | "supervisor" | "viewer" };

/** Sign-in by name and password; in the demo by one press. */
export function SignIn({ demo, aheadHours }: { demo: Someone[]; aheadHours: number }) {
  const words = useAccessWords();
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const enter = async (path: string, body: unknown) => {
    setBusy(true);
    setFault("");
    try {
      const answer = await ask<{ role?: string }>(path, { body });
      location.assign(answer.role === "operator" ? "/floor" : "/");
    } catch (error) {
      setFault(error instanceof Said ? error.message : String(error));
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    // A password manager may fill the fields without their telling.
    void enter("/api/sign-in", { name: form.get("name"), password: form.get("password") });
  };
  return (
    <main className="mx-auto grid max-w-md gap-6 px-4 py-12">
      <h1 className="flex items-center gap-2.5 !text-3xl">
        <AnvilIcon aria-hidden="true" className="size-8" />
        {words.signIn}
      </h1>
      {demo.length > 0 && (
        <section aria-label={words.demo}>
          <h2 className="!text-base font-bold">{words.demo}</h2>
          {aheadHours > 0 && <p className="mt-1 text-ink2 text-sm">{filled(words.ahead, { hours: aheadHours })}</p>}
          <ul className="mt-2 grid gap-2 sm:grid-cols-2">
            {demo.map((person) => (
              <li key={person.id}>
                <Button
                  size="hand"
                  disabled={busy}
                  onClick={() => void enter("/api/demo-sign-in", { person: person.id })}
                  className="w-full !justify-start !whitespace-normal !px-3 text-left"
                >
                  <Initials name={person.name} big />
                  <span className="leading-tight">
                    {person.name}
                    <span className="block font-normal text-ink2 text-sm">{words.roles[person.role]}</span>
                  </span>
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <form onSubmit={submit} aria-label={words.signIn} className="grid gap-3 border-line border-t pt-5">
        <Field label={words.name}>
          <TextInput
            name="name"
            autoComplete="username"
            required
            maxLength={200}
            value={name}
            onChange={(event) => setName(event.target.value)}
            className="min-h-12"
          />
        </Field>
        <Field label={words.password}>
          <PasswordInput
            name="password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            className="min-h-12"
          />
        </Field>
        <Button look="primary" size="hand" type="submit" busy={busy}>
          {words.signIn}
        </Button>
        <p role="alert" className="min-h-6 font-semibold text-hold">
          {fault}
        </p>
      </form>
    </main>
  );
}
