"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { changeOf, changeWords } from "../../core/nozzles/compare.ts";
import { ALL_GOOD, verdictOf } from "../../core/nozzles/verdicts.ts";
import type { CheckView, NozzleHistory } from "../../work/nozzles/nozzle-history.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { isLight } from "../kit/comb.tsx";
import { Field } from "../kit/field.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";

/** Two of a machine's checks, chosen and laid over each other. */
export function TwoChecks({ history, mayRecord }: { history: NozzleHistory; mayRecord: boolean }) {
  const t = useTranslations("nozzles.compare");
  const router = useRouter();
  const { checks, pinned, machine } = history;
  const pin = checks.find(({ entry }) => entry === pinned);
  const [later, setLater] = useState(checks[0]?.entry ?? "");
  const [earlier, setEarlier] = useState(pin && pin.entry !== later ? pin.entry : (checks[1]?.entry ?? ""));
  const [a, b] = [checks.find(({ entry }) => entry === earlier), checks.find(({ entry }) => entry === later)];
  const options = checks.map(({ entry, words, person, outside }) => {
    const check = t("check", { when: words, person, count: outside.length });
    return { value: entry, name: entry === pinned ? t("kept", { check }) : check };
  });
  const hold = async (of: string | null) => {
    if (await enter({ kind: "pin", machine: machine.id, body: { of } }, t(of ? "keptSaid" : "dropped"))) router.refresh();
  };
  return (
    <section aria-label={t("title")} className="grid gap-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label={t("earlier")}>
          <Select value={earlier} onChange={setEarlier} options={options} />
        </Field>
        <Field label={t("later")}>
          <Select value={later} onChange={setLater} options={options} />
        </Field>
      </div>
      {a && b && (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
          <span>
            {t("longRun")} <strong>{b.longRun}</strong> ({t("by", { person: b.person, source: b.source })})
          </span>
          <Link href={`/logbook/${b.entry}`}>{t("entry")}</Link>
          {mayRecord && (
            <Button size="small" onClick={() => void hold(earlier === pinned ? null : earlier)}>
              {t(earlier === pinned ? "drop" : "keep")}
            </Button>
          )}
        </p>
      )}
      {a && b && (a === b ? <p className="text-ink2">{t("same")}</p> : <Compared history={history} earlier={a} later={b} />)}
    </section>
  );
}

/** Two checks over each other, channel by channel, with what changed in words. */
function Compared({ history, earlier, later }: { history: NozzleHistory; earlier: CheckView; later: CheckView }) {
  const t = useTranslations("nozzles.compare");
  const readingIn = (check: CheckView, id: string) => check.channels.find((channel) => channel.id === id);
  const older = history.checks.filter(({ at }) => at < later.at);
  const rows = history.channels.flatMap((channel) => {
    const after = readingIn(later, channel.id);
    return after ? [{ ...channel, before: readingIn(earlier, channel.id), after }] : [];
  });
  return (
    <Table
      label={t("title")}
      rows={rows}
      keyOf={({ id }) => id}
      columns={[
        {
          id: "channel",
          name: t("channel"),
          cell: ({ id, ink }) => (
            <>
              <span className="figure font-semibold">{id}</span> {ink.replaceAll("-", " ")}
            </>
          ),
        },
        {
          id: "over",
          name: t("both"),
          className: "w-2/5",
          cell: ({ id, before, after, colour, nozzles }) =>
            before && <Over id={id} before={before} after={after} colour={colour} nozzles={nozzles} />,
        },
        {
          id: "changed",
          name: t("changed"),
          cell: ({ id, before, after }) =>
            changeWords(
              changeOf(
                before,
                after,
                older.flatMap((check) => readingIn(check, id) ?? []),
              ),
            ),
        },
      ]}
    />
  );
}

/** The earlier check above, the later below; what is the same stands in one line, so that a change is a break. */
function Over({
  id,
  before,
  after,
  colour,
  nozzles,
}: {
  id: string;
  before: ChannelReading;
  after: ChannelReading;
  colour: string;
  nozzles: number | null;
}) {
  const t = useTranslations("nozzles.compare");
  const many = nozzles ?? 0;
  if (!many || (!before.which && before.missing > 0) || (!after.which && after.missing > 0)) return null;
  const light = isLight(colour);
  return (
    <svg
      viewBox={`0 0 ${many} 16`}
      preserveAspectRatio="none"
      className="block h-6 w-full rounded-sm"
      style={{ background: light ? "#2b2f33" : "#efe9dc" }}
      role="img"
      aria-label={t("picture", { channel: id })}
    >
      {Array.from({ length: many }, (_, k) => {
        const was = before.gone ? "missing" : verdictOf(before.which ?? ALL_GOOD, k);
        const is = after.gone ? "missing" : verdictOf(after.which ?? ALL_GOOD, k);
        return (
          <g key={k} fill={colour}>
            {was !== "missing" && <rect x={k + 0.15} y={was === "good" ? 1 : 4} width={0.7} height={was === "good" ? 6.5 : 3.5} />}
            {is !== "missing" && <rect x={k + 0.15} y={8.5} width={0.7} height={is === "good" ? 6.5 : 3.5} />}
          </g>
        );
      })}
    </svg>
  );
}
