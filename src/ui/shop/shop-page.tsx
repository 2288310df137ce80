"use client";
import type { PeopleView } from "../../work/access/people.ts";
import type { PoliciesView } from "../../work/routines/policies.ts";
import type { SignCount } from "../../work/routines/signs.ts";
import type { LadderRow } from "../../work/shop/ladder-settings.ts";
import type { ReadinessRow } from "../../work/shop/readiness.ts";
import { RoutineLibrary } from "../routines/routine-library.tsx";
import { BringIn } from "./bring-in.tsx";
import type { CalendarView } from "./calendar-view.ts";
import { Days } from "./days.tsx";
import { Limits } from "./limits.tsx";
import { MachineList, type ShopMachine } from "./machine-list.tsx";
import { People } from "./people.tsx";
import type { Section } from "./sections.ts";
import { SignIns } from "./sign-ins.tsx";
import { Tablets } from "./tablets.tsx";
import { Ways } from "./ways.tsx";

type Props = {
  section: Section;
  people: PeopleView;
  readiness: ReadinessRow[];
  ladder: LadderRow[];
  calendar: CalendarView;
  machines: ShopMachine[];
  tablets: Parameters<typeof Tablets>[0];
  routines: Parameters<typeof RoutineLibrary>[0];
  signs: SignCount[];
  policies: PoliciesView;
};

/** The shop's own settings, a section at a time. */
export function ShopPage({ section, people, readiness, ladder, calendar, machines, tablets, routines, signs, policies }: Props) {
  switch (section) {
    case "calendar":
      return <Days calendar={calendar} />;
    case "machines":
      return <MachineList machines={machines} />;
    case "routines":
      return <RoutineLibrary {...routines} />;
    case "schools":
      return <Ways view={policies} />;
    case "judgement":
      return <Limits readiness={readiness} ladder={ladder} signs={signs} />;
    case "bring-in":
      return <BringIn />;
    case "tablets":
      return <Tablets {...tablets} />;
    case "sign-ins":
      return <SignIns sessions={people.sessions} />;
    default:
      return <People view={people} />;
  }
}
