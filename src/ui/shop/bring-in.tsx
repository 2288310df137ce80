"use client";
import { DownloadIcon } from "lucide-react";
import { useTranslations } from "use-intl";
import { buttonLook } from "../kit/button.tsx";
import { FleetImport } from "./fleet-import.tsx";
import { ShopRoom } from "./shop-room.tsx";
import { TableImport } from "./table-import.tsx";

/** Tables and fleet files in, with a preview; the fleet out. */
export function BringIn() {
  const t = useTranslations("shop.bringIn");
  return (
    <ShopRoom
      here="bring-in"
      title={t("answer")}
      more={t("more")}
      actions={
        <a href="/api/fleet" download className={buttonLook()}>
          <DownloadIcon aria-hidden="true" />
          {t("exportFleet")}
        </a>
      }
    >
      <div className="grid gap-8">
        <TableImport />
        <FleetImport />
      </div>
    </ShopRoom>
  );
}
