"use client";
import { useState } from "react";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";

/** A reason is chosen by one tap; only one that is not there is typed. */
export function Reasons({ of, act, choose }: { of: readonly string[]; act: string; choose: (reason: string) => void }) {
  const words = useFloorWorkWords().run;
  const [text, setText] = useState("");
  return (
    <div className="grid gap-2">
      {of.length > 0 && (
        <div className="grid grid-cols-2 gap-2">
          {of.map((reason) => (
            <Button key={reason} size="hand" onClick={() => choose(reason)} className="!whitespace-normal">
              {reason}
            </Button>
          ))}
        </div>
      )}
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) choose(text.trim());
        }}
      >
        <Field label={of.length ? words.other : words.note} className="grow">
          <TextInput value={text} maxLength={500} onChange={(event) => setText(event.target.value)} className="!min-h-14 !text-lg" />
        </Field>
        <Button type="submit" size="hand" disabled={!text.trim()}>
          {act}
        </Button>
      </form>
    </div>
  );
}
