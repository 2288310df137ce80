import type { Change } from "../../core/rounds/by-hand.ts";
import type { LeastChange } from "../../core/rounds/left-out.ts";
import type { RoundPlan } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { changeWords, type RoundWords } from "./round-words.ts";

/** What a round has no room for: why, and the least change that would let it in. */
export function LeftOut({
  leftOut,
  changes,
  words,
  known,
}: {
  leftOut: RoundPlan["leftOut"];
  changes: Record<string, LeastChange>;
  words: RoundWords;
  known: RoundView["tasks"];
}) {
  const still = leftOut.filter(({ id }) => known[id]);
  if (still.length === 0) return null;
  return (
    <section aria-label="Left out">
      <h2 className="border-rule border-b pb-1">
        Left out <span className="figure font-normal text-ink2">{still.length}</span>
      </h2>
      <ul className="divide-y divide-line">
        {still.map(({ id, why }) => (
          <li key={id} className="py-1.5">
            <strong className="font-semibold">{words.work(id)}</strong>: {why}.{" "}
            {id in changes && <span className="text-ink2">{changeWords(changes[id], words)}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is otherwise than people were told. */
export function Changes({ changes, words }: { changes: readonly Change[]; words: RoundWords }) {
  const said = ({ from, to }: Change) => {
    if (!from) return `new, ${to ? `${words.minute(to.start)}${to.person ? `, ${words.person(to.person)}` : ""}` : ""}`;
    if (!to) return `was ${words.minute(from.start)}${from.person ? `, ${words.person(from.person)}` : ""}; not any more`;
    const time = from.start === to.start ? words.minute(to.start) : `${words.minute(from.start)} → ${words.minute(to.start)}`;
    const person =
      from.person !== to.person
        ? `, ${words.person(from.person ?? "")} → ${words.person(to.person ?? "")}`
        : to.person
          ? `, ${words.person(to.person)}`
          : "";
    return time + person;
  };
  return (
    <section aria-label="What changed">
      <h2 className="border-rule border-b pb-1">
        What changed <span className="figure font-normal text-ink2">{changes.length}</span>
      </h2>
      {changes.length === 0 ? (
        <p className="py-1.5 text-ink2">Nothing: everybody keeps what they were told.</p>
      ) : (
        <ul className="divide-y divide-line">
          {changes.map((change) => (
            <li key={change.id} className="py-1.5">
              <strong className="font-semibold">{words.work(change.id)}</strong>: {said(change)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** A short-handed day: what is put off, until when, and at what risk; what is kept, and why. */
export function PutOff({
  deferred,
  kept,
  words,
}: {
  deferred: readonly { key: string; until: string | null; risk: string }[];
  kept: readonly { key: string; why: string }[];
  words: RoundWords;
}) {
  return (
    <section aria-label="Put off">
      <h2 className="border-rule border-b pb-1">
        Put off, short-handed <span className="figure font-normal text-ink2">{deferred.length}</span>
      </h2>
      <ul className="divide-y divide-line">
        {deferred.map(({ key, until, risk }) => (
          <li key={key} className="py-1.5">
            <strong className={`font-semibold ${until ? "" : "text-hold"}`}>{words.work(key)}</strong>: {risk}.
          </li>
        ))}
      </ul>
      {kept.length > 0 && (
        <details>
          <summary className="cursor-pointer py-1.5">{kept.length} kept, and why</summary>
          <ul className="text-ink2">
            {kept.map(({ key, why }) => (
              <li key={key}>
                {words.work(key)}: {why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
