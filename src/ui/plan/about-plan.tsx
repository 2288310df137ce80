"use client";
import { EllipsisIcon } from "lucide-react";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { Empty } from "../kit/card.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { Menu, MenuEntry } from "../kit/menu.tsx";
import { Panel } from "../kit/panel.tsx";
import { Table } from "../kit/table.tsx";
import { Feeds } from "./feeds.tsx";
import { SettingsForm } from "./settings-form.tsx";

type Kind = "durations" | "calendars" | "settings";

/** Round a plan: how long jobs really take, calendars to subscribe to, what plans are made by. */
export function AboutPlan({ view, role, done }: { view: RoundView; role: Role; done: () => void }) {
  const t = useTranslations("plan");
  const [open, setOpen] = useState<Kind | null>(null);
  const kinds: Kind[] = [
    "durations",
    ...(mayDo(role, "people") ? (["calendars"] as const) : []),
    ...(mayDo(role, "set-up") ? (["settings"] as const) : []),
  ];
  const timed = view.durations.filter(({ runs }) => runs > 0);
  return (
    <>
      <Menu
        button={
          <IconButton name={t("more")}>
            <EllipsisIcon aria-hidden="true" />
          </IconButton>
        }
      >
        {kinds.map((kind) => (
          <MenuEntry key={kind} onSelect={() => setOpen(kind)}>
            {t(`about.${kind}`)}
          </MenuEntry>
        ))}
      </Menu>
      <Panel title={open ? t(`about.${open}`) : ""} open={open !== null} onOpenChange={(on) => on || setOpen(null)}>
        {open === "calendars" && <Feeds view={view} />}
        {open === "settings" && (
          <SettingsForm
            view={view}
            done={() => {
              setOpen(null);
              done();
            }}
          />
        )}
        {open === "durations" &&
          (timed.length === 0 ? (
            <Empty title={t("about.durationsNone")} />
          ) : (
            <Table
              label={t("about.durations")}
              rows={timed}
              keyOf={({ routine, machine }) => `${routine}/${machine}`}
              sorted={{ id: "runs", desc: true }}
              dense
              columns={[
                { id: "work", name: t("about.work"), by: ({ name }) => name, cell: ({ name, why }) => <span title={why}>{name}</span> },
                { id: "machine", name: t("about.machine"), by: ({ machine }) => machine, cell: ({ machine }) => machine },
                { id: "runs", name: t("about.runs"), right: true, by: ({ runs }) => runs, cell: ({ runs }) => runs },
                { id: "median", name: t("about.median"), right: true, by: ({ percent }) => percent, cell: ({ percent }) => `${percent} %` },
                {
                  id: "spread",
                  name: t("about.spread"),
                  right: true,
                  by: ({ spreadPercent }) => spreadPercent,
                  cell: ({ spreadPercent }) => `± ${spreadPercent} %`,
                },
              ]}
            />
          ))}
      </Panel>
    </>
  );
}
