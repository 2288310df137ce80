"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { Condition } from "./condition.tsx";
import { Counters } from "./counters.tsx";
import { InkInIt } from "./ink-in-it.tsx";
import { PartsTable } from "./parts-table.tsx";

/** A machine's parts with their age, its condition item by item, its counters, the ink in it. */
export function PartsPage({ view, role, part }: { view: MachineView; role: Role; part: string | null }) {
  const t = useTranslations("machine");
  const mayRecord = mayDo(role, "record");
  return (
    <div className="grid gap-x-8 gap-y-6 pt-4 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
      <section aria-label={t("parts.title")}>
        <div className="flex items-baseline justify-between">
          <h2 className="font-bold">{t("parts.title")}</h2>
          <Link href="/nozzles/heads" prefetch={false} className="text-sm">
            {t("parts.numbered")}
          </Link>
        </div>
        <PartsTable view={view} mayRecord={mayRecord} first={part} />
      </section>
      <Condition items={view.condition} machine={view.row} mayRecord={mayRecord} />
      <Counters view={view} mayRecord={mayRecord} />
      <InkInIt ink={view.ink} />
    </div>
  );
}
