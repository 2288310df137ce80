"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import { useTranslations } from "use-intl";
import { whyNot } from "../../core/tasks/fits.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { MachineRow } from "../../work/board/board.ts";
import type { DayView } from "../../work/day/day-view.ts";
import type { UsualUse } from "../../work/stores/usual-use.ts";
import { enter, enterAll, type Sent } from "../enter.ts";
import { instantAt } from "../instant-at.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Initials } from "../kit/initials.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { trying } from "../say.ts";
import { ask, entryOf } from "../send.ts";
import { LeavesShelf, useLeaving } from "../stores/leaves-shelf.tsx";
import { sendWithUndo } from "../with-undo.ts";

/** What the routine takes from the shelf when it is done as usual; asked for when its work is opened. */
function useUsualUse(machine: string, routine: string | null): UsualUse | null {
  const [use, setUse] = useState<UsualUse | null>(null);
  useEffect(() => {
    if (routine === null) return;
    const query = new URLSearchParams({ machine, routine });
    // Without an answer the work can be entered all the same; the shelf is then counted later.
    ask<UsualUse>(`/api/stores/usual-use?${query}`).then(setUse, () => setUse(null));
  }, [machine, routine]);
  return use;
}

/** A piece of work opened: why it is due, who is working on it, who could have it, and what can be entered of it. */
export function ItemDetail({
  item,
  machine,
  mayRecord,
  mayPlan,
  close,
}: {
  item: WorkItem;
  machine: Pick<MachineRow, "id" | "name">;
  mayRecord: boolean;
  mayPlan: boolean;
  close: () => void;
}) {
  const t = useTranslations("board.item");
  const [time, setTime] = useState("");
  const [reason, setReason] = useState("");
  const over = item.state === "done" || item.state === "skipped";
  const use = useUsualUse(machine.id, mayRecord && !over && item.hasSteps && !item.isCheck ? item.routine : null);
  const shelf = useLeaving(use?.takes ?? []);
  const done = async () => {
    const about = { machine: machine.id, ...(time ? { happenedAt: instantAt(time) } : {}) };
    const lines = shelf.leaving.flatMap((each) => each.lines);
    const following = (use?.following ?? []).flatMap((each) =>
      each.kind !== "stock" ? [each] : lines.length ? [{ ...each, body: { ...each.body, lines } }] : [],
    );
    const first: Sent = { kind: "routine", routine: item.routine ?? undefined, body: { outcome: "done" } };
    const all = [first, ...following].map((each): Sent => ({ ...about, ...each }));
    if (await enterAll(all, t("done", { machine: machine.name, work: item.name }))) close();
  };
  const skip = async () => {
    const body = { outcome: "skipped", reason };
    const said = t("skipped", { machine: machine.name, work: item.name });
    if (await enter({ kind: "routine", machine: machine.id, routine: item.routine ?? undefined, body }, said)) close();
  };
  return (
    <div className="grid gap-2">
      <p className="font-bold">
        {item.name} <span className="font-normal text-ink3 text-sm">{item.routine}</span>
      </p>
      <ul className="list-disc pl-5 text-ink2 text-sm">
        {item.why.map((why) => (
          <li key={why}>{why}</li>
        ))}
        {item.minutes > 0 && <li>{t("hands", { minutes: item.minutes, skill: item.skill ?? "–" })}</li>}
      </ul>
      {item.entry && <Link href={`/logbook/${item.entry}`}>{t("entry")}</Link>}
      {item.run && (
        <p>
          {t(item.run.status === "stopped" ? "stopped" : "atIt", { name: item.run.person })}{" "}
          <a href={`/floor#/run/${item.run.id}`}>{t("look")}</a>
        </p>
      )}
      {mayPlan && !over && !item.run && <Assign item={item} close={close} />}
      {mayRecord && !over && item.hasSteps && !item.run && (
        <a href={`/floor#/task/${encodeURIComponent(item.key)}`} className={buttonLook()}>
          {t("steps")}
        </a>
      )}
      {mayRecord && !over && (
        <>
          {item.isCheck ? (
            <Link href={`/check?machines=${machine.id}&routine=${item.routine}`} className={buttonLook("primary")}>
              {t("enter")}
            </Link>
          ) : (
            <>
              <LeavesShelf {...shelf} />
              <div className="flex items-end gap-2">
                <Button look="primary" onClick={() => void done()} className="grow">
                  {time ? t("doneAt", { time }) : t("doneNow")}
                </Button>
                <Field label={t("orAt")} className="w-20">
                  <TimeInput value={time} onChange={setTime} />
                </Field>
              </div>
            </>
          )}
          <div className="flex items-end gap-2 border-line border-t pt-2">
            <Field label={t("why")} className="grow">
              <TextInput value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
            </Field>
            <Button disabled={!reason.trim()} onClick={() => void skip()}>
              {t("skip")}
            </Button>
          </div>
        </>
      )}
    </div>
  );
}

const OFFERED = 3;

/** Who may do it and has the least to do: one press gives it to them. */
function Assign({ item, close }: { item: WorkItem; close: () => void }) {
  const t = useTranslations("board.item");
  const board = useTranslations("board");
  const [day, setDay] = useState<DayView | null>(null);
  useEffect(() => {
    // Without an answer it can still be given on the plan.
    ask<DayView>("/api/day").then(setDay, () => setDay(null));
  }, []);
  if (!day) return null;
  const busy = (person: string) =>
    day.tasks
      .filter((task) => task.person === person && (task.state === "due" || task.state === "overdue"))
      .reduce((sum, { minutes }) => sum + minutes, 0);
  const may = day.people
    .filter((person) => person.id !== item.person && whyNot(person, item) === undefined)
    .map(({ id, name }) => ({ id, name, minutes: busy(id) }))
    .sort((a, b) => a.minutes - b.minutes)
    .slice(0, OFFERED);
  const give = (id: string, name: string) =>
    void trying(() =>
      sendWithUndo(
        [
          entryOf({
            kind: "task",
            ...(item.machine ? { machine: item.machine } : {}),
            ...(item.routine ? { routine: item.routine } : {}),
            body: { key: item.key, due: item.dueDay, person: id },
          }),
        ],
        { said: board("given", { work: item.name, name }), why: board("givenByMistake"), after: async () => close() },
      ),
    );
  return (
    <div className="grid gap-1">
      <p className="font-semibold text-ink3 text-xs">{t("assign")}</p>
      {may.length === 0 && <p className="text-sm">{t("nobody")}</p>}
      {may.map(({ id, name, minutes }) => (
        <button
          key={id}
          type="button"
          onClick={() => give(id, name)}
          className="flex min-h-8 items-center gap-2 rounded-[3px] px-1 text-left text-sm hover:bg-accent-wash"
        >
          <Initials name={name} /> {name} <span className="ml-auto text-ink3 text-xs">{t("free", { minutes })}</span>
        </button>
      ))}
    </div>
  );
}
