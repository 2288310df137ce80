"use client";
import { useState } from "react";
import { type LevelDoubt, levelDoubt } from "../../core/stores/waste/level-doubt.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import { filled } from "../../words/plain.ts";
import { useVesselWords } from "../../words/vessel-words.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Vessel } from "../kit/vessel.tsx";
import { LevelQuestion } from "./level-question.tsx";

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
  const words = useVesselWords();
  const [ml, setMl] = useState("");
  const [into, setInto] = useState(containers?.[0]?.id ?? "");
  const [doubt, setDoubt] = useState<LevelDoubt>();
  const keep = async (level: number) => {
    setDoubt(undefined);
    if (await say({ vessel: view.vessel, event: "level", ml: level }, filled(words.saved, { name, ml: level }))) setMl("");
  };
  const look = (level: number) => {
    const found = levelDoubt(view, level);
    if (found) setDoubt(found);
    else void keep(level);
  };
  const cartridge = view.kind.endsWith("cartridge");
  return (
    <div className="flex gap-4">
      <Vessel {...view} name={filled(words.name, { name, kind: view.kind })} height={height} onLook={look} />
      <div className="grid grow content-start gap-3">
        {view.measured === null ? (
          <p className="font-semibold text-care">{words.unknown}</p>
        ) : (
          <p>
            <strong className="figure !text-xl">{Math.round(view.ml)}</strong> {filled(words.of, { limit: view.limitMl })}{" "}
            <span className="block text-ink2">
              {filled(words.between, { low: Math.round(view.lowMl), high: Math.round(view.highMl) })}; {view.words}
            </span>
          </p>
        )}
        {doubt && <LevelQuestion doubt={doubt} yes={() => void keep(doubt.ml)} no={() => setDoubt(undefined)} />}
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            look(Number(ml));
          }}
        >
          <Field label={words.level} className="w-44">
            <NumberInput
              required
              unit="mL"
              min={0}
              max={view.volumeMl}
              value={ml}
              onChange={({ target }) => setMl(target.value)}
              className="min-h-12"
            />
          </Field>
          <Button type="submit" size="hand" look="primary">
            {words.save}
          </Button>
        </form>
        {containers && !cartridge && (
          <form
            className="flex flex-wrap items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              say(
                {
                  vessel: view.vessel,
                  event: "emptied",
                  beforeMl: Math.min(view.volumeMl, Math.round(ml ? Number(ml) : view.ml)),
                  ...(into ? { into } : {}),
                },
                filled(words.emptiedSaid, { name }),
              ).then((kept) => kept && setMl(""));
            }}
          >
            <Field label={words.into} className="w-44">
              <Select
                value={into}
                none={words.elsewhere}
                onChange={setInto}
                className="min-h-12"
                options={containers.map((each) => ({ value: each.id, name: each.name }))}
              />
            </Field>
            <Button type="submit" size="hand">
              {words.emptied}
            </Button>
          </form>
        )}
        {cartridge && (
          <Button
            size="hand"
            className="justify-self-start"
            onClick={() => say({ vessel: view.vessel, event: "replaced" }, filled(words.cartridgeSaid, { name }))}
          >
            {words.cartridge}
          </Button>
        )}
      </div>
    </div>
  );
}
