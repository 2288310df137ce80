"use client";
import {
  BookOpenIcon,
  CalendarDaysIcon,
  GaugeIcon,
  KeyRoundIcon,
  PrinterIcon,
  ShieldIcon,
  SplitIcon,
  TabletIcon,
  UploadIcon,
  UsersIcon,
} from "lucide-react";
import Link from "next/link";
import { useTranslations } from "use-intl";
import { Room, type RoomProps } from "../kit/room.tsx";
import { SECTIONS, type Section } from "./sections.ts";

const ICONS: Record<Section, typeof UsersIcon> = {
  people: UsersIcon,
  calendar: CalendarDaysIcon,
  machines: PrinterIcon,
  routines: BookOpenIcon,
  schools: SplitIcon,
  judgement: GaugeIcon,
  tablets: TabletIcon,
  "bring-in": UploadIcon,
  "sign-ins": KeyRoundIcon,
  safety: ShieldIcon,
};

/** A page of the Shop: its sections at the left, the answer and what is set up at the right. */
export function ShopRoom({ here, ...room }: Omit<RoomProps, "tabs"> & { here: Section }) {
  const t = useTranslations("shop.sections");
  return (
    <div className="lg:grid lg:grid-cols-[190px_minmax(0,1fr)]">
      <nav aria-label={t("label")} className="flex gap-1 overflow-x-auto border-line p-3 max-lg:border-b lg:flex-col lg:border-r">
        {SECTIONS.map((section) => {
          const Icon = ICONS[section];
          return (
            <Link
              key={section}
              href={section === "safety" ? "/safety" : `/shop?tab=${section}`}
              prefetch={false}
              aria-current={section === here ? "page" : undefined}
              className={`flex min-h-9 shrink-0 items-center gap-2.5 rounded-[3px] px-3 text-sm no-underline [&_svg]:size-4 ${section === here ? "bg-card font-bold text-ink shadow-[inset_3px_0_0_var(--accent)]" : "font-semibold text-ink2 hover:text-ink"}`}
            >
              <Icon aria-hidden="true" />
              {t(section)}
            </Link>
          );
        })}
      </nav>
      <Room {...room} />
    </div>
  );
}
