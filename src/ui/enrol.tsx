"use client";
import { TabletIcon } from "lucide-react";
import { type FormEvent, useState } from "react";
import { useAccessWords } from "../words/access-words.ts";
import { Button } from "./kit/button.tsx";
import { Field, TextInput } from "./kit/field.tsx";
import { ask, Said } from "./send.ts";

/** On the tablet itself: the code from the supervisor's screen. */
export function Enrol() {
  const words = useAccessWords();
  const [fault, setFault] = useState("");
  const [code, setCode] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setFault("");
    try {
      await ask("/api/devices/enrol", { body: { code } });
      location.assign("/floor#/who");
    } catch (error) {
      setFault(error instanceof Said ? error.message : String(error));
    }
  };
  return (
    <main className="mx-auto grid max-w-md gap-5 px-4 py-12">
      <h1 className="flex items-center gap-2.5 !text-3xl">
        <TabletIcon aria-hidden="true" className="size-8" />
        {words.enrol.title}
      </h1>
      <p className="text-ink2">{words.enrol.note}</p>
      <form onSubmit={submit} aria-label={words.enrol.title} className="grid gap-3">
        <Field label={words.enrol.code}>
          <TextInput
            name="code"
            required
            maxLength={20}
            autoCapitalize="characters"
            autoComplete="off"
            value={code}
            onChange={({ target }) => setCode(target.value)}
            className="figure min-h-14 !text-2xl uppercase"
          />
        </Field>
        <Button look="primary" size="hand" type="submit">
          {words.enrol.save}
        </Button>
        <p role="alert" className="min-h-6 font-semibold text-hold">
          {fault}
        </p>
      </form>
    </main>
  );
}
