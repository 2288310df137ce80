"use client";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import { plannedSeconds } from "../../core/runs/run.ts";
import type { FloorMachine } from "../../work/floor.ts";
import { ChannelCounts, type Counts, NOTHING } from "../check/channel-counts.tsx";
import { instantAt } from "../enter.ts";
import { StateMark } from "../state-mark.tsx";
import { type Draft, put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { openRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

type Draft_ = { id: string; counts: Record<string, Counts>; time: string };

/** Nozzle checks by counts, for one machine or several, with or without a network; drafts outlive the page. */
export function FloorCheck({
  floor,
  machines,
  run,
  step,
  taskKey,
}: {
  floor: Floor;
  machines: string[];
  run?: string;
  step?: string;
  taskKey?: string;
}) {
  const { view } = floor;
  const [ids, setIds] = useState(machines);
  const picked = ids.flatMap((id) => view.machines.find((machine) => machine.id === id) ?? []);
  const can = view.machines.filter(({ class: kind, channels }) => kind !== "cij" && channels.length);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Nozzle check{picked.length > 1 ? `s of ${picked.length} machines` : ""}</h1>
      <p className="mt-1 text-soft">Count each channel. Nothing touched means none missing.</p>
      {picked.map((machine) => (
        <MachineCheck key={machine.id} floor={floor} machine={machine} run={run} step={step} taskKey={taskKey} />
      ))}
      {!run && (
        <details className="mt-5 border-hair border-t pt-2" open={picked.length === 0}>
          <summary className="cursor-pointer py-2">More machines in this pass</summary>
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {can.map((machine) => (
              <button
                key={machine.id}
                type="button"
                aria-pressed={ids.includes(machine.id)}
                className={`press hand ${ids.includes(machine.id) ? "!border-accent !bg-tint" : ""}`}
                onClick={() => setIds(ids.includes(machine.id) ? ids.filter((id) => id !== machine.id) : [...ids, machine.id])}
              >
                {machine.name}
              </button>
            ))}
          </div>
        </details>
      )}
      <a href={run ? to.run(run) : to.shift} className="press hand mt-6">
        {run ? "Back to the run" : "Back to the shift"}
      </a>
    </main>
  );
}

function readDraft(name: string): Draft_ {
  const fresh = { id: uuidv7(), counts: {}, time: "" };
  try {
    return { ...fresh, ...JSON.parse(localStorage.getItem(name) ?? "{}") };
  } catch {
    return fresh;
  }
}

function MachineCheck({
  floor,
  machine,
  run,
  step,
  taskKey,
}: {
  floor: Floor;
  machine: FloorMachine;
  run?: string;
  step?: string;
  taskKey?: string;
}) {
  const name = `zesty-floor-check/${machine.id}/${run ?? taskKey ?? "check"}`;
  const [draft, setDraft] = useState<Draft_>(() => readDraft(name));
  const [entered, setEntered] = useState(false);
  const due = floor.view.tasks.find(
    ({ key, machine: of, isCheck, state }) =>
      of === machine.id && isCheck && (taskKey ? key === taskKey : state !== "done" && state !== "skipped"),
  );
  const change = (next: Partial<Draft_>) => {
    const whole = { ...draft, ...next };
    setDraft(whole);
    try {
      localStorage.setItem(name, JSON.stringify(whole));
    } catch {
      // A draft that can't be kept is still on the screen.
    }
  };
  const send = async () => {
    const channels = machine.channels.map(({ id, ink }) => ({
      ...NOTHING,
      ...(ink === "varnish" ? { unread: true } : {}),
      ...draft.counts[id],
      id,
    }));
    const at = draft.time ? { happenedAt: instantAt(draft.time), timeGiven: true } : {};
    const open = run ? openRun(floor.view, run) : undefined;
    const routine = open?.routine.isCheck ? open.run.routine : run ? undefined : due?.routine;
    const drafts: Draft[] = [
      { id: draft.id, kind: "check", machine: machine.id, ...(routine ? { routine } : {}), ...at, body: { channels } },
    ];
    if (open && step)
      drafts.push({
        kind: "run",
        machine: machine.id,
        routine: open.run.routine,
        run: open.run.id,
        body: {
          event: "step",
          step,
          result: { check: draft.id },
          plannedSeconds: open.state.now ? plannedSeconds(open.state.now) : 0,
          tookSeconds: Math.round(Math.max(0, floor.now() - open.state.reachedAt) / 100) / 10,
        },
      });
    await put(drafts);
    localStorage.removeItem(name);
    if (open) go(to.run(open.run.id));
    else setEntered(true);
  };
  return (
    <section aria-label={machine.name} className="mt-5">
      <h2 className="flex items-baseline gap-2 border-soft border-b pb-1">
        {machine.name} <span className="font-normal text-soft">{due?.name ?? "Check in between"}</span>
      </h2>
      {machine.channels.length === 0 ? (
        <p className="py-3">The channels of {machine.name} are not known here yet. A supervisor brings them in.</p>
      ) : entered ? (
        <div role="status" className="py-3">
          <StateMark word={machine.word} big />
          <p className="mt-1 text-lg">{machine.why}</p>
        </div>
      ) : (
        <>
          <div className="divide-y divide-hair">
            {machine.channels.map((channel) => (
              <ChannelCounts
                key={channel.id}
                channel={channel}
                counts={{ ...NOTHING, ...(channel.ink === "varnish" ? { unread: true } : {}), ...draft.counts[channel.id] }}
                onChange={(counts) => change({ counts: { ...draft.counts, [channel.id]: counts } })}
              />
            ))}
          </div>
          <div className="mt-3 flex items-end gap-3">
            {!run && (
              <label className="grid text-sm">
                Done at (empty: now)
                <input type="time" value={draft.time} onChange={(event) => change({ time: event.target.value })} className="field hand" />
              </label>
            )}
            <button type="button" onClick={() => void send()} className="press press-main hand grow">
              Enter {machine.name}
            </button>
          </div>
        </>
      )}
    </section>
  );
}
