"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Tabs } from "radix-ui";
import type { PeopleView } from "../../work/access/people.ts";
import type { PoliciesView } from "../../work/routines/policies.ts";
import type { SignCount } from "../../work/routines/signs.ts";
import type { LadderRow } from "../../work/shop/ladder-settings.ts";
import type { ReadinessRow } from "../../work/shop/readiness.ts";
import { RoutineLibrary } from "../routines/routine-library.tsx";
import { BringIn } from "./bring-in.tsx";
import { CalendarForm, type CalendarView } from "./calendar-form.tsx";
import { JudgementForm } from "./judgement-form.tsx";
import { LadderForm } from "./ladder-form.tsx";
import { PeopleForm } from "./people-form.tsx";
import { SchoolsForm } from "./schools-form.tsx";
import { SignCounts } from "./sign-counts.tsx";
import { SignIns } from "./sign-ins.tsx";
import { TabletsForm } from "./tablets-form.tsx";

const TABS = [
  ["people", "People"],
  ["calendar", "Days and beats"],
  ["machines", "Machines"],
  ["routines", "Routines"],
  ["schools", "Schools"],
  ["judgement", "Judgement"],
  ["bring-in", "Bring in, take out"],
  ["tablets", "Tablets, tags, Wall"],
  ["sign-ins", "Sign-ins"],
] as const;
const TAB = "border-b-2 border-transparent px-3 py-2 data-[state=active]:border-accent data-[state=active]:font-semibold";
type Props = {
  tab: string;
  people: PeopleView;
  readiness: ReadinessRow[];
  ladder: LadderRow[];
  calendar: CalendarView;
  timeZone: string;
  machines: { id: string; name: string; class: string; area: string | null }[];
  tablets: Parameters<typeof TabletsForm>[0];
  routines: Parameters<typeof RoutineLibrary>[0];
  signs: SignCount[];
  policies: PoliciesView;
};

/** The shop's own settings: people, days, machines, bringing in and taking out, who is signed in. */
export function ShopPage({ tab, people, readiness, ladder, calendar, timeZone, machines, tablets, routines, signs, policies }: Props) {
  const router = useRouter();
  return (
    <main className="mx-auto max-w-6xl px-4 pb-10">
      <h1 className="py-3">
        Shop{" "}
        <span className="font-normal text-base text-ink2">
          {calendar.name}, {timeZone}
        </span>
      </h1>
      <Tabs.Root value={tab} onValueChange={(next) => router.push(`/shop?tab=${next}`)}>
        <Tabs.List aria-label="Settings" className="flex flex-wrap border-line border-b">
          {TABS.map(([value, name]) => (
            <Tabs.Trigger key={value} value={value} className={TAB}>
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="people" className="py-4">
          <PeopleForm view={people} />
        </Tabs.Content>
        <Tabs.Content value="calendar" className="py-4">
          <CalendarForm key={JSON.stringify(calendar)} calendar={calendar} />
        </Tabs.Content>
        <Tabs.Content value="machines" className="py-4">
          <p className="mb-2 text-ink2">
            In walking order. A machine's basics and routines change on its own page; new ones come in by table or fleet file.
          </p>
          <ol className="columns-2 gap-8 lg:columns-3">
            {machines.map(({ id, name, class: kind, area }) => (
              <li key={id} className="border-line border-b py-1">
                <Link href={`/machines/${id}`} prefetch={false}>
                  {name}
                </Link>{" "}
                <span className="text-ink2 text-sm">
                  {kind.toUpperCase()}
                  {area ? `, ${area}` : ""}
                </span>
              </li>
            ))}
          </ol>
          {machines.length === 0 && (
            <p>
              No machine yet. <Link href="/shop?tab=bring-in">Bring in your fleet</Link>.
            </p>
          )}
        </Tabs.Content>
        <Tabs.Content value="routines" className="py-4">
          <RoutineLibrary {...routines} />
        </Tabs.Content>
        <Tabs.Content value="schools" className="py-4">
          <SchoolsForm view={policies} />
        </Tabs.Content>
        <Tabs.Content value="judgement" className="py-4">
          <JudgementForm rows={readiness} />
          <LadderForm rows={ladder} />
          <SignCounts counts={signs} />
        </Tabs.Content>
        <Tabs.Content value="bring-in" className="py-4">
          <BringIn />
        </Tabs.Content>
        <Tabs.Content value="tablets" className="py-4">
          <TabletsForm {...tablets} />
        </Tabs.Content>
        <Tabs.Content value="sign-ins" className="py-4">
          <SignIns sessions={people.sessions} />
        </Tabs.Content>
      </Tabs.Root>
    </main>
  );
}
