import { useTranslations } from "use-intl";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { Initials } from "../kit/initials.tsx";

type Line = { key: string; name: string; minutes: number; person: string | null; late: boolean; why: string };

const open = ({ state }: WorkItem) => state === "due" || state === "overdue" || state === "open";
const MOST = 4;

/** What is due at a machine day by day, with its minutes of hands and who has it. */
export function Fortnight({ view }: { view: MachineView }) {
  const t = useTranslations("machine.days");
  const machine = useTranslations("machine");
  const today = [...BEATS.flatMap((beat) => view.row.beats[beat]), ...view.row.also].filter(open);
  const seen = new Set(today.map(({ key }) => key));
  const lines = (day: string, at: number): Line[] => [
    ...(at === 0
      ? today.map((item) => ({
          key: item.key,
          name: item.short,
          minutes: item.minutes,
          person: item.run?.person ?? item.personName,
          late: item.late,
          why: item.why.join("; "),
        }))
      : []),
    ...view.ahead
      .filter((item) => !seen.has(item.key) && (item.due === day || (at === 0 && item.due < day)))
      .map((item) => ({
        key: item.key,
        name: item.short,
        minutes: item.minutes,
        person: item.personName,
        late: item.state === "overdue",
        why: item.why.join("; "),
      })),
  ];
  return (
    <section aria-label={t("title")}>
      <h2 className="!text-base mb-1 font-bold">{t("title")}</h2>
      <ol className="text-[13px]">
        {view.days.map(({ day, words, works }, at) => {
          const mine = lines(day, at).sort((a, b) => Number(b.late) - Number(a.late) || b.minutes - a.minutes);
          const shown = mine.length > MOST + 1 ? mine.slice(0, MOST) : mine;
          return (
            <li
              key={day}
              className={`grid grid-cols-[3.6rem_minmax(0,1fr)] items-start border-line border-t ${mine.length ? "min-h-[25px]" : "min-h-[20px]"} ${works ? "" : "bg-well"}`}
            >
              <b
                className={`whitespace-nowrap leading-[1.15] ${mine.length ? "py-1" : "py-0.5"} ${at === 0 ? "text-accent" : works ? "text-ink2" : "font-medium text-ink3 text-xs"}`}
              >
                {words.split(" ").slice(0, 2).join(" ")}
              </b>
              <span className="grid">
                {shown.map((line) => (
                  <span
                    key={line.key}
                    title={line.why}
                    className={`flex min-h-[25px] items-center gap-1.5 ${line.late ? "font-semibold text-hold" : ""}`}
                  >
                    <span className="min-w-0 grow truncate">
                      {line.name} {line.late && <b>{machine("late")}</b>}
                    </span>
                    <span className="figure text-ink2">{line.minutes}</span>
                    {line.person ? (
                      <Initials name={line.person} />
                    ) : (
                      <span
                        className="grid size-[22px] shrink-0 place-items-center rounded-full border-[1.5px] border-rule border-dashed text-[10px]"
                        aria-hidden="true"
                      >
                        +
                      </span>
                    )}
                  </span>
                ))}
                {shown.length < mine.length && <span className="py-0.5 text-ink2">{t("more", { count: mine.length - shown.length })}</span>}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
