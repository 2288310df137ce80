"use client";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import type { Problem } from "../../core/fleet/validate.ts";
import { sheetSvg } from "../../core/nozzles/draw-sheet.ts";
import type { NozzlePattern, PatternChannel } from "../../core/nozzles/pattern.ts";
import { Field } from "../field.tsx";
import { say, sayFault } from "../say.ts";
import { ask } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";

/** Numbers of a channel as fields: a path, its name, and its unit. */
const FIELDS: { path: string; name: string; step?: number }[] = [
  { path: "nozzles", name: "nozzles", step: 1 },
  { path: "perRow", name: "a row", step: 1 },
  { path: "origin.x", name: "from left, mm" },
  { path: "origin.y", name: "from top, mm" },
  { path: "step.x", name: "step right, mm" },
  { path: "step.y", name: "step down, mm" },
  { path: "rowPitch", name: "row to row, mm" },
  { path: "dash.length", name: "dash long, mm" },
  { path: "dash.thickness", name: "dash thick, mm" },
];
const MEDIA = { "white paper": "#ffffff", "dark card": "#23282c", "grey card": "#8d8d8d" } as const;

const at = (channel: PatternChannel, path: string): number => {
  const [key = "", inner] = path.split(".");
  const value: unknown = channel[key as keyof PatternChannel];
  return Number(inner ? (value as Record<string, number>)[inner] : value);
};
const withValue = (channel: PatternChannel, path: string, value: number): PatternChannel => {
  const [key = "", inner] = path.split(".");
  const held = channel[key as keyof PatternChannel];
  return { ...channel, [key]: inner ? { ...(held as object), [inner]: value } : value };
};

const look = (machine: string, pattern: unknown) =>
  ask<{ problems: Problem[] }>(`/api/patterns/look?machine=${encodeURIComponent(machine)}`, { body: pattern });

/** What the server finds wrong with a pattern as it is typed, and the last one in which nothing was. */
function useLook(machine: string, pattern: NozzlePattern, first: NozzlePattern) {
  const [found, setFound] = useState<{ problems: Problem[]; good: NozzlePattern | null }>({ problems: [], good: first });
  useEffect(() => {
    let isOld = false;
    const timer = setTimeout(async () => {
      try {
        const { problems } = await look(machine, pattern);
        if (!isOld) setFound({ problems, good: problems.length ? null : pattern });
      } catch (error) {
        if (!isOld) setFound({ problems: [{ path: "", message: String(error instanceof Error ? error.message : error) }], good: null });
      }
    }, 200);
    return () => {
      isOld = true;
      clearTimeout(timer);
    };
  }, [machine, pattern]);
  return found;
}

/** A machine's check sheet: its numbers, drawn to scale as they are typed, with what is wrong at its place. */
export function PatternEditor({
  machine,
  name,
  first,
  usual,
  maySave,
}: {
  machine: string;
  name: string;
  first: NozzlePattern | null;
  usual: NozzlePattern;
  maySave: boolean;
}) {
  const router = useRouter();
  const [pattern, setPattern] = useState<NozzlePattern>(first ?? usual);
  const [medium, setMedium] = useState<keyof typeof MEDIA>("dark card");
  const [fault, setFault] = useState<string[]>([]);
  const [kept, setKept] = useState(true);
  const { problems, good } = useLook(machine, pattern, first ?? usual);
  const svg = useMemo(() => (good ? sheetSvg(good, { labels: true, medium: MEDIA[medium] }) : ""), [good, medium]);
  const change = (next: NozzlePattern) => {
    setPattern(next);
    setKept(false);
  };
  const channel = (index: number, next: PatternChannel) =>
    change({ ...pattern, channels: pattern.channels.map((each, place) => (place === index ? next : each)) });
  const bring = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > 2_000_000) return setFault([`${file.name} is larger than 2 MB: no pattern is that long.`]);
    try {
      const value: unknown = JSON.parse(await file.text());
      const { problems: wrong } = await look(machine, value);
      setFault(wrong.slice(0, 8).map(({ path, message }) => `${file.name}: ${path} ${message}`));
      if (wrong.length === 0) change(value as NozzlePattern);
    } catch (error) {
      setFault([`${file.name} is no JSON that can be read: ${error instanceof Error ? error.message : error}`]);
    }
  };
  const save = async () => {
    try {
      await ask(`/api/patterns?machine=${encodeURIComponent(machine)}`, { body: pattern });
      setKept(true);
      void say(`The check sheet of ${name} is kept.`);
      router.refresh();
    } catch (error) {
      void sayFault(error);
    }
  };
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[3fr_2fr]">
      <div className="grid content-start gap-3">
        <div className="flex flex-wrap items-end gap-2">
          <Field label="Name" className="grow text-sm">
            <input value={pattern.name} onChange={(event) => change({ ...pattern, name: event.target.value })} className="field hand" />
          </Field>
          {(["width", "height"] as const).map((side) => (
            <label key={side} className="grid text-sm">
              sheet {side}, mm
              <input
                type="number"
                value={pattern.sheet[side]}
                onChange={(event) => change({ ...pattern, sheet: { ...pattern.sheet, [side]: Number(event.target.value) } })}
                className="field hand figure w-28"
              />
            </label>
          ))}
        </div>
        <div className="overflow-x-auto">
          <table className="text-sm">
            <TableHead columns={["channel", ...FIELDS.map(({ name: field }) => field), "colour"]} />
            <tbody>
              {pattern.channels.map((each, index) => (
                <tr key={each.id}>
                  <RowHead className="pr-2 font-normal">
                    <span className="figure font-semibold">{each.id}</span>
                  </RowHead>
                  {FIELDS.map(({ path, name: field, step = 0.05 }) => (
                    <td key={path} className="pr-1">
                      <input
                        type="number"
                        step={step}
                        aria-label={`${each.id}: ${field}`}
                        value={at(each, path)}
                        onChange={(event) => channel(index, withValue(each, path, Number(event.target.value)))}
                        className="field figure w-16 !px-1"
                      />
                    </td>
                  ))}
                  <td>
                    <label className="flex items-center gap-1">
                      <input
                        type="color"
                        aria-label={`${each.id}: colour on the sheet`}
                        value={each.colour ?? "#ffffff"}
                        disabled={each.colour === null}
                        onChange={(event) => channel(index, { ...each, colour: event.target.value })}
                      />
                      <input
                        type="checkbox"
                        aria-label={`${each.id}: clear, judged by hand`}
                        checked={each.colour === null}
                        onChange={(event) => channel(index, { ...each, colour: event.target.checked ? null : "#888888" })}
                      />
                      clear
                    </label>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {pattern.channels.length > 1 && (
          <p>
            <button
              type="button"
              className="press"
              onClick={() => {
                const [model] = pattern.channels;
                if (model)
                  change({
                    ...pattern,
                    channels: pattern.channels.map(({ id, ink, colour, origin }) => ({ ...model, id, ink, colour, origin })),
                  });
              }}
            >
              All like the first, each in its place
            </button>
          </p>
        )}
        <div role="alert">
          <ul className="text-hold">
            {[...fault, ...problems.slice(0, 8).map(({ path, message }) => `${path} ${message}`)].map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
        </div>
        <div className="flex flex-wrap gap-2">
          {maySave && (
            <button
              type="button"
              className="press press-main hand"
              disabled={problems.length > 0 || (kept && first !== null)}
              onClick={() => void save()}
            >
              Keep it
            </button>
          )}
          <label className="press hand cursor-pointer focus-within:outline focus-within:outline-2">
            Bring a pattern file in
            <input
              type="file"
              accept="application/json,.json"
              className="sr-only"
              aria-label="A nozzle pattern as JSON"
              onChange={(event) => void bring(event.target.files?.[0])}
            />
          </label>
          <button type="button" className="press hand" onClick={() => change(usual)}>
            The usual one
          </button>
          <a
            className="press hand"
            download={`${machine}-nozzle-pattern.json`}
            href={`data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(pattern, null, 2))}`}
          >
            Take it out as JSON
          </a>
          {svg && (
            <a
              className="press hand"
              download={`${machine}-check.svg`}
              href={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
            >
              As SVG, to scale
            </a>
          )}
          {first && kept && (
            <a className="press hand" href={`/nozzle-sheets/${encodeURIComponent(machine)}`}>
              To print
            </a>
          )}
        </div>
      </div>
      <div>
        <label className="flex items-center gap-2 text-sm">
          As it will print on
          <select value={medium} onChange={(event) => setMedium(event.target.value as keyof typeof MEDIA)} className="field">
            {Object.keys(MEDIA).map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        {svg ? (
          <img
            src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
            alt={`The check sheet of ${name}: ${pattern.channels.map(({ id, nozzles }) => `${id} with ${nozzles} nozzles`).join(", ")}`}
            className="mt-2 w-full border border-line"
          />
        ) : (
          <p className="mt-2 text-ink2">It is drawn as soon as nothing is wrong with it.</p>
        )}
      </div>
    </div>
  );
}
