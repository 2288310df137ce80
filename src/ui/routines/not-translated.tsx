"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import { useTranslations } from "use-intl";
import { LANGUAGES } from "../../core/shop/languages.ts";
import type { RoutineRow } from "../../work/routines/routines.ts";
import { Why } from "../kit/why.tsx";

/** What the shop wrote itself and has not got in Spanish: the floor shows it in English. */
export function NotTranslated({ rows }: { rows: RoutineRow[] }) {
  const t = useTranslations("shop.routines");
  const [said, setSaid] = useState<Readonly<Record<string, string>>>();
  useEffect(() => {
    import("../../words/es.ts").then(
      ({ saidInSpanish }) => setSaid(saidInSpanish),
      () => {},
    );
  }, []);
  if (!said) return null;
  const missing = rows.flatMap(({ id, name, texts }) => {
    const left = texts.filter((text) => said[text] === undefined && /\p{L}{3}/u.test(text));
    return left.length ? [{ id, name, left }] : [];
  });
  if (missing.length === 0) return null;
  return (
    <section aria-label={t("notSpoken", { language: LANGUAGES.es })} className="mb-4 rounded-[6px] border border-line p-3 text-sm">
      <h2 className="!text-base font-bold">{t("notSpoken", { language: LANGUAGES.es })}</h2>
      <p className="text-ink2">{t("notSpokenHow")}</p>
      <ul>
        {missing.map(({ id, name, left }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-2">
            <Link href={`/shop/routines/${id}`} prefetch={false}>
              {name}
            </Link>
            <span>{t("notSpokenCount", { count: left.length })}</span>
            <Why label={name} align="start">
              <ul>
                {left.map((text) => (
                  <li key={text}>{text}</li>
                ))}
              </ul>
            </Why>
          </li>
        ))}
      </ul>
    </section>
  );
}
