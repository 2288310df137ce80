"use client";
import { type FormEvent, useState } from "react";
import { Field, FormFault, Submit } from "./field.tsx";
import { ask, Said } from "./send.ts";

/** On the tablet itself: the code from the supervisor's screen. */
export function Enrol() {
  const [fault, setFault] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setFault("");
    try {
      await ask("/api/devices/enrol", { body: { code: String(new FormData(event.currentTarget).get("code") ?? "") } });
      location.assign("/floor#/who");
    } catch (error) {
      setFault(error instanceof Said ? error.message : String(error));
    }
  };
  return (
    <main className="mx-auto max-w-md px-4 py-12">
      <h1>Enrol this tablet</h1>
      <p className="mt-1 text-ink2">A supervisor sees the code in the Shop, under Tablets. It counts for 15 minutes.</p>
      <form onSubmit={submit} className="mt-6 grid gap-3">
        <Field label="Code" className="gap-1">
          <input
            name="code"
            required
            maxLength={20}
            autoCapitalize="characters"
            autoComplete="off"
            className="field hand figure !text-2xl uppercase"
          />
        </Field>
        <Submit main hand>
          Enrol
        </Submit>
        <FormFault>{fault}</FormFault>
      </form>
    </main>
  );
}
