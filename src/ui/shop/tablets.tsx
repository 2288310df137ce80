"use client";
import { PlusIcon, TabletIcon, TagsIcon } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { useTranslations } from "use-intl";
import { LANGUAGE_IDS, LANGUAGES } from "../../core/shop/languages.ts";
import type { DeviceView } from "../../work/access/devices.ts";
import type { WallView } from "../../work/board/wall.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { Initials } from "../kit/initials.tsx";
import { Panel } from "../kit/panel.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import { ShopRoom } from "./shop-room.tsx";

type Props = {
  devices: (DeviceView & { seenWords: string | null })[];
  walls: WallView[];
  people: { id: string; name: string; hasPin: boolean }[];
};
type Open = { kind: "tablet" | "wall" } | { kind: "pin"; person: string };

/** Shared tablets, their people's PINs, machine tags and wall screens; what is new is made in a panel. */
export function Tablets({ devices, walls, people }: Props) {
  const t = useTranslations("shop.tablets");
  const router = useRouter();
  const [open, setOpen] = useState<Open | null>(null);
  const without = people.filter(({ hasPin }) => !hasPin).length;
  const person = open?.kind === "pin" ? people.find(({ id }) => id === open.person) : undefined;
  const act = (work: () => Promise<unknown>, said: string) =>
    trying(async () => {
      await work();
      if (said) say(said);
      router.refresh();
    });
  return (
    <ShopRoom
      here="tablets"
      number={devices.length || null}
      title={t("answer", { count: devices.length })}
      more={t("more", { count: without })}
      actions={
        <Button look="primary" onClick={() => setOpen({ kind: "tablet" })}>
          <TabletIcon aria-hidden="true" />
          {t("new")}
        </Button>
      }
    >
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-2">
        <List title={t("tablets")} empty={devices.length === 0}>
          {devices.map(({ id, name, seenWords, waiting }) => (
            <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1.5">
              <span>
                <b>{name}</b> <span className="text-ink2 text-sm">{waiting ? t("waits") : t("seen", { when: seenWords ?? "" })}</span>
              </span>
              <Button
                size="small"
                onClick={() => void act(() => ask(`/api/devices?id=${id}`, { method: "DELETE", body: {} }), t("takenOut", { name }))}
              >
                {t("takeOut")}
              </Button>
            </li>
          ))}
        </List>
        <List title={t("pins")} note={t("pinsNote")}>
          {people.map(({ id, name, hasPin }) => (
            <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1.5">
              <span className="flex items-center gap-2">
                <Initials name={name} />
                {name} <span className={`text-sm ${hasPin ? "text-ink2" : "font-semibold text-care"}`}>{t(hasPin ? "set" : "notSet")}</span>
              </span>
              <Button size="small" aria-label={t("pinOf", { name })} onClick={() => setOpen({ kind: "pin", person: id })}>
                {t("newPin")}
              </Button>
            </li>
          ))}
        </List>
        <List
          title={t("wall")}
          note={t("wallNote")}
          empty={walls.length === 0}
          action={
            <Button size="small" onClick={() => setOpen({ kind: "wall" })}>
              <PlusIcon aria-hidden="true" />
              {t("newWall")}
            </Button>
          }
        >
          {walls.map(({ id, name }) => (
            <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1.5">
              <b>{name}</b>
              <Button
                size="small"
                onClick={() => void act(() => ask(`/api/wall?id=${id}`, { method: "DELETE", body: {} }), t("wallGone", { name }))}
              >
                {t("takeOut")}
              </Button>
            </li>
          ))}
        </List>
        <List
          title={t("tags")}
          note={t("tagsNote")}
          action={
            <Link href="/tags" prefetch={false} className={buttonLook("secondary", "small")}>
              <TagsIcon aria-hidden="true" />
              {t("printTags")}
            </Link>
          }
        />
      </div>
      <Panel
        title={open?.kind === "wall" ? t("newWall") : person ? t("pinOf", { name: person.name }) : t("new")}
        open={open !== null}
        onOpenChange={(on) => !on && setOpen(null)}
      >
        {open?.kind === "tablet" && <NewTablet />}
        {open?.kind === "wall" && <NewWall />}
        {person && <NewPin person={person} done={() => setOpen(null)} />}
      </Panel>
    </ShopRoom>
  );
}

function List({
  title,
  note,
  action,
  empty = false,
  children,
}: {
  title: string;
  note?: string;
  action?: ReactNode;
  empty?: boolean;
  children?: ReactNode;
}) {
  const t = useTranslations("shop.tablets");
  return (
    <section aria-label={title}>
      <div className="flex items-center justify-between gap-3 border-ink border-b-[1.5px] pb-1">
        <h2 className="!text-base font-bold">{title}</h2>
        {action}
      </div>
      {note && <p className="py-1 text-ink2 text-sm">{note}</p>}
      {empty ? <p className="py-1.5 text-ink2">{t("none")}</p> : <ul>{children}</ul>}
    </section>
  );
}

function NewTablet() {
  const t = useTranslations("shop.tablets");
  const router = useRouter();
  const [name, setName] = useState("");
  const [code, setCode] = useState<{ code: string; minutes: number; picture: string } | null>(null);
  const make = () =>
    trying(async () => {
      const made = await ask<{ code: string; minutes: number }>("/api/devices", { body: { name: name.trim() } });
      const { default: QRCode } = await import("qrcode");
      setCode({ ...made, picture: await QRCode.toDataURL(`${location.origin}/enrol`, { margin: 1, width: 160 }) });
      router.refresh();
    });
  if (code)
    return (
      <div className="grid gap-2">
        <p>{t("how", { address: `${location.origin}/enrol` })}</p>
        <p className="figure font-bold text-4xl">{code.code}</p>
        <p className="text-ink2">{t("within", { minutes: code.minutes })}</p>
        <img src={code.picture} alt={t("picture")} width={160} height={160} />
      </div>
    );
  return (
    <form
      aria-label={t("new")}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <Field label={t("name")}>
        <TextInput value={name} required maxLength={60} onChange={(event) => setName(event.target.value)} />
      </Field>
      <Button look="primary" type="submit">
        {t("make")}
      </Button>
    </form>
  );
}

function NewPin({ person, done }: { person: Props["people"][number]; done: () => void }) {
  const t = useTranslations("shop.tablets");
  const router = useRouter();
  const [pin, setPin] = useState("");
  const save = () =>
    trying(async () => {
      await ask("/api/pin", { method: "PUT", body: { person: person.id, pin } });
      say(t("pinSaved", { name: person.name }));
      router.refresh();
      done();
    });
  return (
    <form
      aria-label={t("newPin")}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field label={t("newPin")} hint={t("pinsNote")}>
        <TextInput
          value={pin}
          required
          inputMode="numeric"
          pattern="[0-9]{4,8}"
          maxLength={8}
          autoComplete="off"
          onChange={(event) => setPin(event.target.value)}
          className="figure"
        />
      </Field>
      <Button look="primary" type="submit">
        {t("save")}
      </Button>
    </form>
  );
}

function NewWall() {
  const t = useTranslations("shop.tablets");
  const router = useRouter();
  const [name, setName] = useState("");
  const [address, setAddress] = useState("");
  const make = () =>
    trying(async () => {
      setAddress(`${location.origin}${(await ask<{ path: string }>("/api/wall", { body: { name: name.trim() } })).path}`);
      router.refresh();
    });
  if (address)
    return (
      <div className="grid gap-2">
        <p>{t("once")}</p>
        {LANGUAGE_IDS.map((id) => {
          const spoken = id === "en" ? address : `${address}?language=${id}`;
          return (
            <p key={id}>
              <b>{LANGUAGES[id]}</b>{" "}
              <a href={spoken} className="figure break-all">
                {spoken}
              </a>
            </p>
          );
        })}
      </div>
    );
  return (
    <form
      aria-label={t("newWall")}
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <Field label={t("where")}>
        <TextInput value={name} required maxLength={60} onChange={(event) => setName(event.target.value)} />
      </Field>
      <Button look="primary" type="submit">
        {t("makeAddress")}
      </Button>
    </form>
  );
}
