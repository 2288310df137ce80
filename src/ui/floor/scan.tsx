"use client";
import { useState } from "react";
import { CodeCamera } from "../code-camera.tsx";
import { Field, Submit } from "../field.tsx";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

/** A machine by its tag: through the camera, or by the short code typed. */
export function Scan({ floor }: { floor: Floor }) {
  const [code, setCode] = useState("");
  const [fault, setFault] = useState("");
  const { machines } = floor.view;
  const open = (text: string): boolean => {
    const tag = (text.match(/\/t\/([A-Za-z0-9]+)/)?.[1] ?? text).toUpperCase().replace(/[^A-Z0-9]/g, "");
    const machine = machines.find((each) => each.tag === tag);
    if (machine) go(to.machine(machine.id));
    return machine !== undefined;
  };
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Scan a machine's tag</h1>
      <CodeCamera open={open} instead="There is no camera for this page. Type the code on the tag instead." />
      <p role="alert" className="text-hold">
        {fault}
      </p>
      <form
        className="mt-3 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!open(code)) setFault("No machine here has this code. It stands on the tag, four letters and figures.");
        }}
      >
        <Field label="Code on the tag" className="grow">
          <input
            value={code}
            maxLength={12}
            autoCapitalize="characters"
            onChange={(event) => setCode(event.target.value)}
            className="field hand figure !text-2xl uppercase"
          />
        </Field>
        <Submit main hand>
          Open
        </Submit>
      </form>
      <a href={to.shift} className="press hand mt-6">
        Back to the shift
      </a>
    </main>
  );
}
