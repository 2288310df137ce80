"use client";
import { type FormEvent, useEffect, useState } from "react";
import { Field, FormFault, Submit } from "./field.tsx";
import { ask, Said } from "./send.ts";

/** An empty installation: the shop's name, its time zone, and its first supervisor. */
export function FirstRun() {
  const [fault, setFault] = useState("");
  const [zone, setZone] = useState("Europe/Lisbon");
  useEffect(() => setZone(Intl.DateTimeFormat().resolvedOptions().timeZone || "Europe/Lisbon"), []);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    try {
      await ask("/api/first-run", {
        body: { shop: form.get("shop"), timeZone: form.get("timeZone"), name: form.get("name"), password: form.get("password") },
      });
      location.assign("/shop?tab=bring-in");
    } catch (error) {
      setFault(
        error instanceof Said
          ? [error.message, ...error.problems.map(({ path, message }) => `${path} ${message}`)].join(" ")
          : String(error),
      );
    }
  };
  return (
    <main className="mx-auto max-w-md px-4 py-12">
      <h1>A new shop</h1>
      <p className="mt-1 text-ink2">Nobody can sign in yet. You become the first supervisor; the fleet comes in next.</p>
      <form onSubmit={submit} className="mt-6 grid gap-3">
        <Field label="Name of the shop" className="gap-1">
          <input name="shop" required maxLength={200} className="field hand" />
        </Field>
        <Field label="Time zone" className="gap-1">
          <input name="timeZone" required value={zone} onChange={(event) => setZone(event.target.value)} className="field hand" />
        </Field>
        <Field label="Your name" className="gap-1">
          <input name="name" required maxLength={200} autoComplete="username" className="field hand" />
        </Field>
        <Field label="Password (8 characters at least)" className="gap-1">
          <input
            name="password"
            type="password"
            required
            minLength={8}
            maxLength={200}
            autoComplete="new-password"
            className="field hand"
          />
        </Field>
        <Submit main hand>
          Set up the shop
        </Submit>
        <FormFault>{fault}</FormFault>
      </form>
    </main>
  );
}
