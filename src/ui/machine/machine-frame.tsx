"use client";
import { ChevronLeftIcon, ChevronRightIcon, EllipsisIcon, PrinterCheckIcon, ScanLineIcon, TriangleAlertIcon } from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { MachineFrame } from "../../work/machine/frame.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Skeleton } from "../kit/card.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { Menu, MenuEntry } from "../kit/menu.tsx";
import { Dialog, Panel } from "../kit/panel.tsx";
import { LinkTabs } from "../kit/tabs.tsx";

const Report = lazy(() => import("./report.tsx").then((module) => ({ default: module.Report })));
const ReleaseForm = lazy(() => import("../board/release-form.tsx").then((module) => ({ default: module.ReleaseForm })));

/** What stands over each of a machine's pages: its name, the ways to its neighbours, what is done from anywhere, its tabs. */
export function MachineFrameView({ frame, role, children }: { frame: MachineFrame; role: Role; children: ReactNode }) {
  const t = useTranslations("machine");
  const path = usePathname();
  const [open, setOpen] = useState<"report" | "allow" | null>(null);
  const mayRecord = mayDo(role, "record");
  const own = `/machines/${frame.id}`;
  const tabs = [
    { href: own, name: t("tabs.overview") },
    ...(frame.printsChecks ? [{ href: `${own}/nozzles`, name: t("tabs.nozzles") }] : []),
    { href: `${own}/parts`, name: t("tabs.parts") },
    { href: `${own}/logbook`, name: t("tabs.logbook") },
    { href: `${own}/idle`, name: t("tabs.idle") },
    ...(mayDo(role, "set-up") ? [{ href: `${own}/set-up`, name: t("tabs.setUp") }] : []),
  ];
  const beside = (to: MachineFrame["before"], words: "before" | "after", icon: ReactNode) =>
    to ? (
      <Link
        href={`/machines/${to.id}`}
        prefetch={false}
        aria-label={t(words, { name: to.name })}
        className="grid size-9 place-items-center rounded-[3px] text-ink hover:bg-desk-2 [&_svg]:size-5"
      >
        {icon}
      </Link>
    ) : (
      <span className="size-9" />
    );
  return (
    <main className="px-5 pb-8 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1 pt-2">
        {beside(frame.before, "before", <ChevronLeftIcon aria-hidden="true" />)}
        <h1 className="!text-[34px] !font-extrabold leading-none tracking-tight">{frame.name}</h1>
        {beside(frame.after, "after", <ChevronRightIcon aria-hidden="true" />)}
        <p className="text-ink2">
          {[frame.class.toUpperCase(), frame.family?.replaceAll("-", " "), frame.area]
            .filter((each, at) => each && (at !== 1 || frame.family !== frame.class))
            .join(", ")}
        </p>
        <span className="ml-auto flex items-center gap-2">
          {mayRecord && frame.printsChecks && (
            <Link href={`/check?machines=${frame.id}`} className={buttonLook("secondary")}>
              <ScanLineIcon aria-hidden="true" />
              {t("enterCheck")}
            </Link>
          )}
          {mayRecord && (
            <Button onClick={() => setOpen("report")}>
              <TriangleAlertIcon aria-hidden="true" />
              {t("report")}
            </Button>
          )}
          <Menu
            button={
              <IconButton name={t("more")}>
                <EllipsisIcon aria-hidden="true" />
              </IconButton>
            }
          >
            {frame.printsChecks && <MenuEntry href={`${own}/check-sheet`}>{t("checkSheet")}</MenuEntry>}
            <MenuEntry href={`/storage-tags/${frame.id}`}>{t("tag")}</MenuEntry>
            {mayDo(role, "release") && frame.printsChecks && (
              <MenuEntry onSelect={() => setOpen("allow")}>
                <PrinterCheckIcon aria-hidden="true" />
                {t("allow")}
              </MenuEntry>
            )}
          </Menu>
        </span>
      </div>
      <LinkTabs label={t("tabs.label")} tabs={tabs} here={path} />
      {children}
      <Panel title={t("reportOf", { name: frame.name })} open={open === "report"} onOpenChange={(on) => setOpen(on ? "report" : null)}>
        <Suspense fallback={<Skeleton lines={6} />}>
          <Report frame={frame} done={() => setOpen(null)} />
        </Suspense>
      </Panel>
      <Dialog title={t("allowOf", { name: frame.name })} open={open === "allow"} onOpenChange={(on) => setOpen(on ? "allow" : null)}>
        <Suspense fallback={<Skeleton />}>
          <ReleaseForm machine={frame} done={() => setOpen(null)} />
        </Suspense>
      </Dialog>
    </main>
  );
}
