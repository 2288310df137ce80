"use client";
import { useTranslations } from "use-intl";
import type { RoomProps } from "../kit/room.tsx";

/** The pages of the logbook. */
export function useLogbookTabs(here: "/logbook" | "/logbook/forecasts"): NonNullable<RoomProps["tabs"]> {
  const t = useTranslations("logbook.tabs");
  return {
    label: t("label"),
    here,
    of: [
      { href: "/logbook", name: t("entries") },
      { href: "/logbook/forecasts", name: t("forecasts") },
    ],
  };
}
