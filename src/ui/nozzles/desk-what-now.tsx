"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import { Words } from "../../words/words.tsx";
import { enter } from "../enter.ts";
import { buttonLook } from "../kit/button.tsx";
import { ask } from "../send.ts";
import { usePassed } from "../use-passed.ts";
import { WhatNowCard } from "./what-now-card.tsx";

/** What is next for a machine's nozzles, on the desk: what is entered is sent at once. */
export function DeskWhatNow(props: { machine: string; name: string; desk: NozzleDesk }) {
  return (
    <Words messages={{}}>
      <Inner {...props} />
    </Words>
  );
}

function Inner({ machine, name, desk: first }: { machine: string; name: string; desk: NozzleDesk }) {
  const router = useRouter();
  const t = useTranslations("next");
  const [newer, setNewer] = useState<NozzleDesk | null>(null);
  const desk = newer && (newer.events.at(-1)?.at ?? 0) >= (first.events.at(-1)?.at ?? 0) ? newer : first;
  const passed = usePassed(desk.madeAt, 30_000);
  return (
    <WhatNowCard
      desk={desk}
      now={desk.madeAt + passed}
      checkAt={`/check?machines=${machine}`}
      done={({ kind, body }, said) =>
        void enter({ kind, machine, body }, `${name}: ${said}`).then(async (sent) => {
          if (!sent) return;
          setNewer(await ask<NozzleDesk>(`/api/nozzles?machine=${machine}`));
          router.refresh();
        })
      }
      routineAt={(routine) => (
        <Link href={`/floor#/machine/${machine}`} prefetch={false} className={buttonLook()} title={routine}>
          {t("onFloor")}
        </Link>
      )}
    />
  );
}
