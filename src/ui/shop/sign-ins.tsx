"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "use-intl";
import type { PeopleView } from "../../work/access/people.ts";
import { Button } from "../kit/button.tsx";
import { Table } from "../kit/table.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { ShopRoom } from "./shop-room.tsx";

/** Who is signed in where; a sign-in ended here is dead at once. */
export function SignIns({ sessions }: { sessions: PeopleView["sessions"] }) {
  const t = useTranslations("shop.signIns");
  const router = useRouter();
  const end = (id: string, name: string) =>
    trying(async () => {
      await ask("/api/sessions", { method: "DELETE", body: { id } });
      say(t("ended", { name }));
      router.refresh();
    });
  return (
    <ShopRoom here="sign-ins" number={sessions.length} title={t("answer", { count: sessions.length })}>
      <Table
        label={t("answer", { count: sessions.length })}
        dense
        rows={sessions}
        keyOf={({ id }) => id}
        columns={[
          { id: "who", name: t("who"), by: ({ name }) => name, cell: ({ name }) => <b>{name}</b> },
          { id: "since", name: t("since"), by: ({ since }) => since, className: "whitespace-nowrap", cell: ({ sinceWords }) => sinceWords },
          { id: "seen", name: t("seen"), by: ({ seen }) => seen, className: "whitespace-nowrap", cell: ({ seenWords }) => seenWords },
          { id: "address", name: t("address"), cell: ({ address }) => <span className="figure">{address}</span> },
          {
            id: "browser",
            name: t("browser"),
            cell: ({ browser }) => <span className="block max-w-xs truncate text-ink2">{browser}</span>,
          },
          {
            id: "end",
            name: t("end"),
            hidden: true,
            right: true,
            cell: ({ id, name, own }) =>
              own ? (
                <span className="text-ink2">{t("own")}</span>
              ) : (
                <Button size="small" onClick={() => void end(id, name)}>
                  {t("end")}
                </Button>
              ),
          },
        ]}
      />
    </ShopRoom>
  );
}
