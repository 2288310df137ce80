"use client";
import { useEffect, useRef, useState } from "react";
import { LitHeadEnd } from "../drawings/lit-head-end.tsx";
import { Field, Options } from "../field.tsx";
import { allowSound } from "../ring.ts";
import { say } from "../say.ts";
import { figures, TableHead } from "../table.tsx";
import { Gear, needsGear } from "./gear.tsx";
import { keepTaken } from "./keep.ts";
import { PourNote } from "./leaves-shelf.tsx";
import { put } from "./outbox.ts";
import { go, to } from "./route.ts";
import { AtTheEnd } from "./run-end.tsx";
import type { Part, Send } from "./run-part.ts";
import { clock, type OpenRun, openRun, wallClock } from "./runs.ts";
import { StepControls } from "./step-controls.tsx";
import { useTick } from "./timers-bar.tsx";
import type { Floor } from "./use-floor.ts";

/** A run as it stands: led step by step for whoever has it, to be looked at (and taken over) by everybody else. */
export function RunPage({ floor, id }: { floor: Floor; id: string }) {
  const found = openRun(floor.view, id);
  if (!found)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>This run is not on this device yet</h1>
        <p className="mt-2">It comes as soon as there is a network.</p>
        <a href={to.shift} className="press hand mt-4">
          Back to the shift
        </a>
      </main>
    );
  const { state } = found;
  const mine = state.person === floor.who?.person;
  const send: Send = (body, { picture, also = [] } = {}) => {
    const about = { machine: found.run.machine, run: found.run.id };
    return put(
      [{ kind: "run", ...about, routine: found.run.routine, body: { ...body } }, ...also.map((draft) => ({ ...about, ...draft }))],
      picture,
    );
  };
  return (
    <main className="mx-auto grid max-w-5xl gap-4 px-3 py-3" onPointerDown={allowSound}>
      <header className="flex flex-wrap items-baseline gap-x-3 border-line border-b pb-2">
        <h1>
          {found.machine.name}: {found.routine.name}
        </h1>
        <span className="text-ink2">
          {found.run.personName}
          {state.form === "guided" && state.now && `, step ${state.trace.length + 1}`}
        </span>
      </header>
      {state.owed.length > 0 && (
        <p className="border-hold border-l-4 pl-3 text-lg" role="status">
          <strong>Owed:</strong> {state.owed.map(({ words }) => words).join("; ")}
        </p>
      )}
      {state.status === "ended" || state.status === "abandoned" ? (
        <Over found={found} floor={floor} />
      ) : !mine || state.status === "stopped" ? (
        <TakeOver found={found} floor={floor} send={send} mine={mine} />
      ) : needsGear(found) ? (
        <Gear found={found} floor={floor} send={send} />
      ) : state.now ? (
        <Now key={`${state.now.at}/${state.trace.length}`} found={found} floor={floor} send={send} />
      ) : (
        <AtTheEnd found={found} floor={floor} send={send} />
      )}
      {mine && (state.status === "running" || state.status === "stopped") && <Aside found={found} floor={floor} send={send} />}
    </main>
  );
}

function Now({ found, floor, send }: Part) {
  useTick();
  const { state, machine } = found;
  const step = state.now;
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  if (!step) return null;
  const now = floor.now();
  const lit = new Set<string>(step.lights ?? []);
  return (
    <>
      {state.window && (
        <p
          className={`border-r-4 border-l-4 px-3 py-1 text-xl ${state.window.endsAt - now < 60_000 ? "border-hold text-hold" : "border-accent"}`}
          role="timer"
        >
          {state.window.endsAt > now ? (
            <>
              <span className="figure">{clock(state.window.endsAt - now)}</span> left: {state.window.text}
            </>
          ) : (
            <>The window is over by {clock(now - state.window.endsAt)}. Finish at once, then say what happened.</>
          )}
        </p>
      )}
      <section aria-label="Now" className="min-h-40">
        <h2 ref={heading} tabIndex={-1} className="text-[clamp(1.9rem,5.2vw,3rem)] leading-[1.15] outline-none">
          {step.text}
          {step.on && <span className="text-ink2"> ({step.on})</span>}
        </h2>
        {step.detail && <p className="mt-3 text-2xl text-ink2">{step.detail}</p>}
      </section>
      <PourNote floor={floor} machine={machine} step={step} />
      <StepControls found={found} floor={floor} send={send} step={step} />
      {(lit.size > 0 || state.trace.length === 0) && machine.channels.length > 0 && (
        <figure className="border-line border-t pt-2">
          <LitHeadEnd machine={machine.machine} channels={machine.channels} lit={lit} />
        </figure>
      )}
    </>
  );
}

/** Back a step, stop, leave a step out, note, picture, hand over. */
function Aside({ found, floor, send }: Part) {
  const [what, setWhat] = useState<"stop" | "pass" | "note" | "hand" | null>(null);
  const [text, setText] = useState("");
  const [person, setPerson] = useState("");
  const { state } = found;
  const close = () => {
    setWhat(null);
    setText("");
  };
  const picture = async (file: File | undefined) => {
    if (!file) return;
    const hash = await keepTaken(file);
    await send({ event: "photo", photo: hash, ...(state.now ? { of: state.now.at } : {}) }, { picture: hash });
    void say("The picture is kept with this run.");
  };
  const people = floor.view.people.filter(({ id, role }) => id !== floor.who?.person && role !== "viewer");
  return (
    <section aria-label="Besides" className="grid gap-2 border-line border-t pt-3">
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="press hand"
          disabled={state.trace.length === 0 || state.status !== "running"}
          onClick={() => void send({ event: "back" })}
        >
          Back a step
        </button>
        <button
          type="button"
          className="press hand"
          aria-expanded={what === "note"}
          onClick={() => setWhat(what === "note" ? null : "note")}
        >
          Note
        </button>
        <label className="press hand cursor-pointer focus-within:outline focus-within:outline-2">
          Picture
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(event) => void picture(event.target.files?.[0])}
          />
        </label>
        {state.now && !needsGear(found) && (
          <button
            type="button"
            className="press hand"
            aria-expanded={what === "pass"}
            onClick={() => setWhat(what === "pass" ? null : "pass")}
          >
            Leave this step out
          </button>
        )}
        <button
          type="button"
          className="press hand"
          aria-expanded={what === "hand"}
          onClick={() => setWhat(what === "hand" ? null : "hand")}
        >
          Hand over
        </button>
        {state.status === "running" && (
          <button
            type="button"
            className="press hand"
            aria-expanded={what === "stop"}
            onClick={() => setWhat(what === "stop" ? null : "stop")}
          >
            Stop
          </button>
        )}
        {state.status === "stopped" && state.owed.length === 0 && (
          <button
            type="button"
            className="press hand"
            onClick={() => void send({ event: "abandon", reason: state.stoppedFor ?? "stopped" }).then(() => go(to.shift))}
          >
            Give it up
          </button>
        )}
        <a href={to.shift} className="press hand">
          To the shift; this goes on
        </a>
      </div>
      {what === "hand" && (
        <div className="flex items-end gap-2">
          <Field label="To" className="grow">
            <select value={person} onChange={(event) => setPerson(event.target.value)} className="field hand">
              <Options of={people} none="choose" />
            </select>
          </Field>
          <button
            type="button"
            disabled={!person}
            className="press hand"
            onClick={() => {
              close();
              void send({ event: "hand", to: person });
            }}
          >
            Hand over
          </button>
        </div>
      )}
      {(what === "stop" || what === "pass" || what === "note") && (
        <div className="flex items-end gap-2">
          <Field label={what === "note" ? "Note" : "Because"} className="grow">
            <input value={text} maxLength={500} onChange={(event) => setText(event.target.value)} className="field hand" />
          </Field>
          <button
            type="button"
            disabled={!text.trim()}
            className="press hand"
            onClick={() => {
              const said = text.trim();
              close();
              if (what === "note") void send({ event: "note", text: said });
              else if (what === "stop") void send({ event: "stop", reason: said });
              else if (state.now) void send({ event: "pass", step: state.now.at, reason: said });
            }}
          >
            {what === "note" ? "Keep" : what === "stop" ? "Stop" : "Leave it out"}
          </button>
        </div>
      )}
    </section>
  );
}

function TakeOver({ found, floor, send, mine }: Part & { mine: boolean }) {
  const { state, run } = found;
  const stopped = state.status === "stopped";
  return (
    <section>
      <p className="text-2xl">
        {stopped ? `Stopped: ${state.stoppedFor}` : `${run.personName} is at it: ${state.now?.text ?? "all steps are done"}`}
      </p>
      <ol className="mt-3 list-decimal pl-6 text-ink2">
        {state.trace.map((trace, index) => (
          <li key={`${trace.step}/${index}`}>{found.plan.find(({ at }) => at === trace.step)?.text}</li>
        ))}
      </ol>
      {floor.who ? (
        <button type="button" className="press press-main hand mt-4 w-full !text-xl" onClick={() => void send({ event: "resume" })}>
          {mine ? "Go on with it" : "Take it over"}
        </button>
      ) : (
        <a href={to.who} className="press hand mt-4 w-full">
          Say who you are to take it over
        </a>
      )}
    </section>
  );
}

function Over({ found, floor }: { found: OpenRun; floor: Floor }) {
  const { state, plan } = found;
  return (
    <section>
      <h2 className="text-3xl">
        {state.status === "ended" ? `Done at ${wallClock(floor.view, state.lastAt)}` : `Given up: ${state.stoppedFor}`}
      </h2>
      <table className="mt-4 w-full max-w-2xl">
        <TableHead columns={["Step", figures("planned"), figures("took")]} />
        <tbody>
          {state.trace.map((trace, index) => {
            const step = plan.find(({ at }) => at === trace.step);
            const planned = step ? (step.kind === "wait" ? step.waitMinutes : (step.minutes ?? 0)) : 0;
            return (
              <tr key={`${trace.step}/${index}`} className="border-line border-b align-baseline">
                <td className="py-1">
                  {step?.text}
                  {trace.passed && <span className="text-ink2"> (left out: {trace.passed})</span>}
                </td>
                <td className="figure text-right">{clock(planned * 60_000)}</td>
                <td className="figure text-right">{clock(trace.tookSeconds * 1000)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="mt-3 flex flex-wrap gap-2">
        {state.photos.map(({ photo, of }) => (
          <img key={photo} src={`/api/pictures/${photo}`} alt={`Taken at ${of ?? "the end"}`} className="max-h-48" />
        ))}
      </div>
      {state.notes.map(({ at, text }) => (
        <p key={at} className="text-ink2">
          {wallClock(floor.view, at)} {text}
        </p>
      ))}
      <a href={to.shift} className="press press-main hand mt-4 w-full">
        Back to the shift
      </a>
    </section>
  );
}
