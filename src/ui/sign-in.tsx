"use client";
import { type FormEvent, useState } from "react";
import { Field, FormFault, Submit } from "./field.tsx";
import { ask, Said } from "./send.ts";

/** Sign-in by name and password; in the demo by one click. */
export function SignIn({ demo }: { demo: { id: string; name: string; role: string }[] }) {
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
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
    void enter("/api/sign-in", { name: form.get("name"), password: form.get("password") });
  };
  return (
    <main className="mx-auto max-w-md px-4 py-12">
      <h1>Sign in</h1>
      <p className="mt-1 text-ink2">Zesty Anvil: what each machine needs today, and why.</p>
      {demo.length > 0 && (
        <section aria-label="Demo" className="mt-6 border-y border-line py-4">
          <h2>Demo house: one click</h2>
          <ul className="mt-2 grid grid-cols-2 gap-2">
            {demo.map(({ id, name, role }) => (
              <li key={id}>
                <button
                  type="button"
                  disabled={busy}
                  onClick={() => enter("/api/demo-sign-in", { person: id })}
                  className="press w-full flex-col !items-start !gap-0 py-1.5"
                >
                  <span>{name}</span>
                  <span className="font-normal text-ink2 text-sm">{role}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <form onSubmit={submit} className="mt-6 grid gap-3">
        <Field label="Name" className="gap-1">
          <input name="name" autoComplete="username" required maxLength={200} className="field hand" />
        </Field>
        <Field label="Password" className="gap-1">
          <input name="password" type="password" autoComplete="current-password" required maxLength={200} className="field hand" />
        </Field>
        <Submit main hand disabled={busy}>
          Sign in
        </Submit>
        <FormFault>{fault}</FormFault>
      </form>
    </main>
  );
}
