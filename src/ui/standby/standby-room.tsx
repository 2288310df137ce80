"use client";
import { useTranslations } from "use-intl";
import { Room, type RoomProps } from "../kit/room.tsx";

/** The head of each page of Standby. */
export function StandbyRoom({ here, ...room }: Omit<RoomProps, "tabs"> & { here: string }) {
  const t = useTranslations("standby.tabs");
  return (
    <Room
      {...room}
      tabs={{
        label: t("label"),
        here,
        of: [
          { href: "/standby", name: t("tonight") },
          { href: "/door", name: t("closing") },
          { href: "/standby/settings", name: t("limits") },
        ],
      }}
    />
  );
}
