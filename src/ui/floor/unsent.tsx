"use client";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { Button } from "../kit/button.tsx";
import { BackLink } from "./back-link.tsx";
import { decide, flush, retryWaiting } from "./outbox.ts";
import { wallClock } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

/** What is not sent yet, in order, and what a person must decide. */
export function Unsent({ floor }: { floor: Floor }) {
  const words = useFloorWorkWords().unsent;
  const { view, queue } = floor;
  const kinds: Record<string, string> = words.kinds;
  const name = (id?: string) => view.machines.find((machine) => machine.id === id)?.name ?? "";
  const person = (id?: string) => view.people.find((each) => each.id === id)?.name ?? "";
  return (
    <main className="mx-auto grid max-w-3xl gap-3 px-3 pb-4">
      <BackLink />
      <h1 className="!text-3xl font-extrabold">{words.title}</h1>
      <p className="text-ink2">{queue.length === 0 ? words.none : floor.online ? words.soon : words.away}</p>
      {floor.full && <p className="rounded-[3px] bg-hold-wash p-3 font-semibold text-hold">{words.full}</p>}
      <ul className="grid gap-1.5">
        {queue.map((item) => (
          <li key={item.entry.id} className="rounded-[6px] border border-line bg-card px-3 py-2">
            <p>
              <span className="figure text-ink2">{wallClock(view, new Date(item.entry.happenedAt).getTime())}</span>{" "}
              <b>{name(item.entry.machine)}</b> {kinds[item.entry.kind] ?? item.entry.kind}
              {typeof item.entry.body.event === "string" &&
                `: ${item.entry.body.event} ${typeof item.entry.body.step === "string" ? item.entry.body.step : ""}`}{" "}
              <span className="text-ink2">{person(item.entry.person)}</span>
            </p>
            {item.message && <p className="text-hold">{item.message}</p>}
            {item.state === "refused" && (
              <p className="mt-1 flex flex-wrap gap-2">
                <Button size="hand" onClick={() => void decide(item, "again")}>
                  {words.again}
                </Button>
                <Button size="hand" look="danger" onClick={() => void decide(item, "drop")}>
                  {words.drop}
                </Button>
              </p>
            )}
          </li>
        ))}
      </ul>
      {queue.length > 0 && (
        <Button size="hand" look="primary" onClick={() => void retryWaiting().then(flush)}>
          {words.try}
        </Button>
      )}
    </main>
  );
}
