"use client";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { useTranslations } from "use-intl";
import type { Problem } from "../../core/fleet/validate.ts";
import { sheetSvg } from "../../core/nozzles/draw-sheet.ts";
import type { NozzlePattern, PatternChannel } from "../../core/nozzles/pattern.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Checkbox, Field, NumberInput, TextInput } from "../kit/field.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { say, sayFault } from "../say.ts";
import { ask } from "../send.ts";

/** Numbers of a channel as fields: a path, its name, and its unit. */
const FIELDS = [
  { path: "nozzles", name: "nozzles", step: 1 },
  { path: "perRow", name: "perRow", step: 1 },
  { path: "origin.x", name: "left", step: 0.05 },
  { path: "origin.y", name: "top", step: 0.05 },
  { path: "step.x", name: "right", step: 0.05 },
  { path: "step.y", name: "down", step: 0.05 },
  { path: "rowPitch", name: "pitch", step: 0.05 },
  { path: "dash.length", name: "long", step: 0.05 },
  { path: "dash.thickness", name: "thick", step: 0.05 },
] as const;
const MEDIA = { paper: "#ffffff", dark: "#23282c", grey: "#8d8d8d" } as const;

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
  const t = useTranslations("sheet");
  const router = useRouter();
  const [pattern, setPattern] = useState<NozzlePattern>(first ?? usual);
  const [medium, setMedium] = useState<keyof typeof MEDIA>("dark");
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
    if (file.size > 2_000_000) return setFault([t("tooLarge", { file: file.name })]);
    try {
      const value: unknown = JSON.parse(await file.text());
      const { problems: wrong } = await look(machine, value);
      setFault(wrong.slice(0, 8).map(({ path, message }) => t("inFile", { file: file.name, problem: `${path} ${message}` })));
      if (wrong.length === 0) change(value as NozzlePattern);
    } catch (error) {
      setFault([t("noJson", { file: file.name, reason: String(error instanceof Error ? error.message : error) })]);
    }
  };
  const save = async () => {
    try {
      await ask(`/api/patterns?machine=${encodeURIComponent(machine)}`, { body: pattern });
      setKept(true);
      say(t("saved", { machine: name }));
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
  };
  const alikeAll = () => {
    const [model] = pattern.channels;
    if (model)
      change({ ...pattern, channels: pattern.channels.map(({ id, ink, colour, origin }) => ({ ...model, id, ink, colour, origin })) });
  };
  const wrong = [...fault, ...problems.slice(0, 8).map(({ path, message }) => `${path} ${message}`)];
  return (
    <div className="grid gap-x-8 gap-y-4 2xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <div className="grid min-w-0 content-start gap-3">
        <div className="flex flex-wrap items-end gap-2">
          <Field label={t("name")} className="min-w-48 grow">
            <TextInput value={pattern.name} onChange={(event) => change({ ...pattern, name: event.target.value })} />
          </Field>
          {(["width", "height"] as const).map((side) => (
            <Field key={side} label={t(side)} className="w-32">
              <NumberInput
                unit="mm"
                value={pattern.sheet[side]}
                onChange={(event) => change({ ...pattern, sheet: { ...pattern.sheet, [side]: Number(event.target.value) } })}
              />
            </Field>
          ))}
        </div>
        <Table
          label={t("channel")}
          dense
          rows={pattern.channels.map((channel, index) => ({ ...channel, index }))}
          keyOf={({ id }) => id}
          columns={[
            { id: "channel", name: t("channel"), cell: ({ id }) => <span className="figure font-semibold">{id}</span> },
            ...FIELDS.map(({ path, name: field, step }) => ({
              id: path,
              name: t(`fields.${field}`),
              className: "!px-0.5",
              cell: ({ index, ...each }: PatternChannel & { index: number }) => (
                <NumberInput
                  step={step}
                  aria-label={t("field", { channel: each.id, field: t(`fields.${field}`) })}
                  value={at(each, path)}
                  onChange={(event) => channel(index, withValue(each, path, Number(event.target.value)))}
                  className="!w-14"
                />
              ),
            })),
            {
              id: "colour",
              name: t("colour"),
              cell: ({ index, ...each }) => (
                <span className="flex items-center gap-2">
                  <input
                    type="color"
                    aria-label={t("colourOf", { channel: each.id })}
                    value={each.colour ?? "#ffffff"}
                    disabled={each.colour === null}
                    onChange={(event) => channel(index, { ...each, colour: event.target.value })}
                  />
                  <Checkbox
                    label={t("clear")}
                    aria-label={t("clearOf", { channel: each.id })}
                    checked={each.colour === null}
                    onChange={(event) => channel(index, { ...each, colour: event.target.checked ? null : "#888888" })}
                  />
                </span>
              ),
            },
          ]}
        />
        {pattern.channels.length > 1 && (
          <p>
            <Button size="small" onClick={alikeAll}>
              {t("likeFirst")}
            </Button>
          </p>
        )}
        <div role="alert">
          <ul className="text-hold">
            {wrong.map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
        </div>
        <div className="flex flex-wrap gap-2">
          {maySave && (
            <Button look="primary" disabled={problems.length > 0 || (kept && first !== null)} onClick={() => void save()}>
              {t("save")}
            </Button>
          )}
          <FilePick label={t("bringLabel")} accept="application/json,.json" onPick={(file) => void bring(file)}>
            {t("bring")}
          </FilePick>
          <Button onClick={() => change(usual)}>{t("usual")}</Button>
          <a
            className={buttonLook()}
            download={`${machine}-nozzle-pattern.json`}
            href={`data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(pattern, null, 2))}`}
          >
            {t("json")}
          </a>
          {svg && (
            <a
              className={buttonLook()}
              download={`${machine}-check.svg`}
              href={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
            >
              {t("svg")}
            </a>
          )}
          {first && kept && (
            <a className={buttonLook()} href={`/nozzle-sheets/${encodeURIComponent(machine)}`}>
              {t("print")}
            </a>
          )}
        </div>
      </div>
      <div>
        <Field label={t("medium")} className="w-48">
          <Select
            value={medium}
            onChange={(value) => setMedium(value as keyof typeof MEDIA)}
            options={(["paper", "dark", "grey"] as const).map((each) => ({ value: each, name: t(`media.${each}`) }))}
          />
        </Field>
        {svg ? (
          <img
            src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
            alt={t("picture", {
              machine: name,
              channels: pattern.channels.map(({ id, nozzles }) => t("pictureChannel", { channel: id, count: nozzles })).join(", "),
            })}
            className="mt-2 w-full max-w-2xl border border-line"
          />
        ) : (
          <p className="mt-2 text-ink2">{t("wrong")}</p>
        )}
      </div>
    </div>
  );
}
