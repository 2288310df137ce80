"use client";
import { useState } from "react";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { CodeCamera } from "../code-camera.tsx";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { BackLink } from "./back-link.tsx";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

/** A machine by its tag: through the camera, or by the short code typed. */
export function Scan({ floor }: { floor: Floor }) {
  const words = useFloorWorkWords().scan;
  const [code, setCode] = useState("");
  const [fault, setFault] = useState<string>();
  const { machines } = floor.view;
  const open = (text: string): boolean => {
    const tag = (text.match(/\/t\/([A-Za-z0-9]+)/)?.[1] ?? text).toUpperCase().replace(/[^A-Z0-9]/g, "");
    const machine = machines.find((each) => each.tag === tag);
    if (machine) go(to.machine(machine.id));
    return machine !== undefined;
  };
  return (
    <main className="mx-auto grid max-w-3xl gap-3 px-3 pb-4">
      <BackLink />
      <h1 className="!text-3xl font-extrabold">{words.title}</h1>
      <CodeCamera open={open} instead={words.noCamera} />
      <form
        className="flex items-start gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          setFault(open(code) ? undefined : words.unknown);
        }}
      >
        <Field label={words.code} error={fault} className="grow">
          <TextInput
            value={code}
            maxLength={12}
            autoCapitalize="characters"
            onChange={(event) => setCode(event.target.value)}
            className="figure !min-h-16 uppercase !text-3xl"
          />
        </Field>
        <Button type="submit" look="primary" size="hand" className="mt-6 !min-h-16 !text-xl">
          {words.open}
        </Button>
      </form>
    </main>
  );
}
