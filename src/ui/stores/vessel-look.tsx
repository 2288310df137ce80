"use client";
import { useState } from "react";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import { Field, Submit } from "../field.tsx";
import { Vessel } from "../kit/vessel.tsx";

/** A look at a waste vessel: one tap at its level, or the figure typed; and its emptying. */
export function VesselLook({
  view,
  name,
  containers,
  say,
  height = 150,
}: {
  view: VesselView;
  name: string;
  /** Left out: only looked at. */
  containers?: { id: string; name: string }[];
  /** Keeps an entry about the vessel; `false` where it was refused. */
  say: (body: Record<string, unknown>, words: string) => Promise<boolean>;
  height?: number;
}) {
  const [ml, setMl] = useState("");
  const [into, setInto] = useState(containers?.[0]?.id ?? "");
  const look = (level: number) => say({ vessel: view.vessel, event: "level", ml: level }, `${name}: ${level} mL seen.`);
  const cartridge = view.kind.endsWith("cartridge");
  return (
    <div className="flex gap-4">
      <Vessel {...view} name={`${name}, waste ${view.kind}`} height={height} onLook={(level) => void look(level)} />
      <div className="grid content-start gap-2">
        <p>
          <strong className="figure !text-base">{Math.round(view.ml)}</strong> of {view.limitMl} mL to the mark,{" "}
          <span className="text-ink2">
            between {Math.round(view.lowMl)} and {Math.round(view.highMl)}
          </span>
          ; {view.words}.
        </p>
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void look(Number(ml)).then((kept) => kept && setMl(""));
          }}
        >
          <Field label="Tap the level, or type it, mL">
            <input
              type="number"
              required
              min={0}
              max={view.volumeMl}
              value={ml}
              onChange={({ target }) => setMl(target.value)}
              className="field hand figure w-32"
            />
          </Field>
          <Submit hand>Seen</Submit>
        </form>
        {containers && !cartridge && (
          <form
            className="flex flex-wrap items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              void say(
                {
                  vessel: view.vessel,
                  event: "emptied",
                  beforeMl: Math.min(view.volumeMl, Math.round(ml ? Number(ml) : view.ml)),
                  ...(into ? { into } : {}),
                },
                `${name}: emptied.`,
              ).then((kept) => kept && setMl(""));
            }}
          >
            <Field label="Emptied into">
              <select value={into} onChange={({ target }) => setInto(target.value)} className="field hand">
                {containers.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
                <option value="">another place</option>
              </select>
            </Field>
            <Submit hand>Emptied</Submit>
          </form>
        )}
        {cartridge && (
          <button
            type="button"
            className="press hand justify-self-start"
            onClick={() => void say({ vessel: view.vessel, event: "replaced" }, `${name}: a new cartridge is in.`)}
          >
            A new cartridge is in
          </button>
        )}
      </div>
    </div>
  );
}
