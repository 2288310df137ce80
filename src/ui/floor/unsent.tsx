"use client";
import { decide, flush, retryWaiting } from "./outbox.ts";
import { to } from "./route.ts";
import { wallClock } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const KIND_WORDS: Record<string, string> = {
  "one-off-over": "one-off work",
  "handover-seen": "handover read",
  run: "step of a run",
  task: "given or taken",
};

/** What is not sent yet, in order, and what a person must decide. */
export function Unsent({ floor }: { floor: Floor }) {
  const { view, queue } = floor;
  const name = (id?: string) => view.machines.find((machine) => machine.id === id)?.name ?? "";
  const person = (id?: string) => view.people.find((each) => each.id === id)?.name ?? "";
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Not sent yet</h1>
      <p className="mt-1 text-ink2">
        {queue.length === 0
          ? "All is sent."
          : floor.online
            ? "These go in order as soon as they can."
            : "There is no network just now. Go on working; these are kept on this device and go in order."}
      </p>
      {floor.full && (
        <p className="mt-2 text-hold">
          This device's storage is full. What was entered since is kept only while this page stays open: leave it open until it is sent.
        </p>
      )}
      <ul className="mt-3 divide-y divide-line">
        {queue.map((item) => (
          <li key={item.entry.id} className="py-2">
            <p>
              <span className="figure text-ink2">{wallClock(view, new Date(item.entry.happenedAt).getTime())}</span>{" "}
              <strong className="font-semibold">{name(item.entry.machine)}</strong> {KIND_WORDS[item.entry.kind] ?? item.entry.kind}
              {typeof item.entry.body.event === "string" &&
                `: ${item.entry.body.event} ${typeof item.entry.body.step === "string" ? item.entry.body.step : ""}`}{" "}
              <span className="text-ink2">{person(item.entry.person)}</span>
            </p>
            {item.message && <p className="text-hold">{item.message}</p>}
            {item.state === "refused" && (
              <p className="mt-1 flex gap-2">
                <button type="button" className="press hand" onClick={() => void decide(item, "again")}>
                  Send it again
                </button>
                <button type="button" className="press hand" onClick={() => void decide(item, "drop")}>
                  Leave it out for good
                </button>
              </p>
            )}
          </li>
        ))}
      </ul>
      {queue.length > 0 && (
        <button type="button" className="press hand mt-3" onClick={() => void retryWaiting().then(flush)}>
          Try now
        </button>
      )}
      <p>
        <a href={to.shift} className="press hand mt-6">
          Back to the shift
        </a>
      </p>
    </main>
  );
}
