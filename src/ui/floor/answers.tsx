import type { Choice } from "../../core/routines/step.ts";
import type { KnownInRun } from "../../core/runs/known-in-run.ts";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button, buttonLook } from "../kit/button.tsx";

/** One of several answers, and the one big control. */
export const BIG = `${buttonLook("secondary", "hand")} w-full !min-h-[72px] !whitespace-normal !text-xl max-sm:!text-lg`;
export const NEXT = `${buttonLook("primary", "hand")} w-full !min-h-[92px] !whitespace-normal !text-3xl max-sm:!min-h-20 max-sm:!text-2xl [&_svg]:!size-8`;

/** The answers to choose from: what is known already is the big one, with what it rests on. */
export function Answers({
  choices,
  known,
  answer,
}: {
  choices: readonly Choice[];
  known: KnownInRun | undefined;
  answer: (choice: string) => void;
}) {
  const likely = choices.find(({ id }) => id === known?.choice);
  const rest = choices.filter((choice) => choice !== likely);
  return (
    <div className="grid gap-2">
      {known && <Rests on={known} />}
      {likely && (
        <button type="button" className={NEXT} onClick={() => answer(likely.id)}>
          {likely.text}
        </button>
      )}
      <div className={`grid gap-2 ${rest.length > (likely ? 0 : 2) ? "sm:grid-cols-2" : ""}`}>
        {rest.map(({ id, text }) =>
          likely ? (
            <Button key={id} size="hand" className="!whitespace-normal" onClick={() => answer(id)}>
              {text}
            </Button>
          ) : (
            <button key={id} type="button" className={BIG} onClick={() => answer(id)}>
              {text}
            </button>
          ),
        )}
      </div>
    </div>
  );
}

/** What a known answer rests on. */
function Rests({ on }: { on: KnownInRun }) {
  const words = useFloorWorkWords().run;
  if (on.of === "shop") return <p className="text-ink2">{filled(words.known, { words: on.words })}</p>;
  if (on.of === "room") {
    const [ml, limit, comes] = [on.ml, on.limitMl, on.comesMl].map(Math.round);
    const said = filled(on.comesMl > 0 ? words.roomAndComes : words.room, { ml: ml ?? 0, limit: limit ?? 0, comes: comes ?? 0 });
    return <p className={on.fits ? "text-ink2" : "font-semibold text-hold"}>{on.fits ? said : `${said} ${words.noRoom}`}</p>;
  }
  const said =
    on.outside === 0
      ? words.checkGood
      : filled(on.goodPercent === null ? words.checkPoor : words.checkShare, {
          missing: on.missing,
          outside: on.outside,
          percent: on.goodPercent ?? 0,
        });
  return (
    <p className="text-ink2">
      {said} {on.cleans > 0 && filled(words.cleansSoFar, { count: on.cleans })}
    </p>
  );
}
