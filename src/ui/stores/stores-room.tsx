"use client";
import { useTranslations } from "use-intl";
import { Room, type RoomProps } from "../kit/room.tsx";

const TABS = ["shelf", "orders", "waste", "bench", "solvent", "air", "month", "trace", "settings"] as const;

/** The head of each page of Stores. */
export function StoresRoom({ here, ...room }: Omit<RoomProps, "tabs"> & { here: string }) {
  const t = useTranslations("stores.tabs");
  return (
    <Room
      {...room}
      tabs={{ label: t("label"), here, of: TABS.map((tab) => ({ href: tab === "shelf" ? "/stores" : `/stores/${tab}`, name: t(tab) })) }}
    />
  );
}
