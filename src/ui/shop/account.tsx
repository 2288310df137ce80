"use client";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { useTranslations } from "use-intl";
import { Button } from "../kit/button.tsx";
import { Field, PasswordInput, TextInput } from "../kit/field.tsx";
import { Room } from "../kit/room.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";

/** One's own password and PIN. */
export function Account({ person, hasPin }: { person: string; hasPin: boolean }) {
  const t = useTranslations("shop.account");
  return (
    <Room title={t("title")}>
      <div className="grid max-w-3xl items-start gap-8 sm:grid-cols-2">
        <OwnPassword />
        <OwnPin person={person} hasPin={hasPin} />
      </div>
    </Room>
  );
}

function OneForm({ name, save, children }: { name: string; save: () => Promise<unknown>; children: ReactNode }) {
  const t = useTranslations("shop");
  const [busy, setBusy] = useState(false);
  return (
    <form
      aria-label={name}
      className="grid gap-4 rounded-[6px] border border-line bg-card p-4"
      onSubmit={async (event) => {
        event.preventDefault();
        setBusy(true);
        await trying(save);
        setBusy(false);
      }}
    >
      <h2 className="!text-base font-bold">{name}</h2>
      {children}
      <Button look="primary" type="submit" busy={busy}>
        {t("save")}
      </Button>
    </form>
  );
}

function OwnPassword() {
  const t = useTranslations("shop.account");
  const [old, setOld] = useState("");
  const [password, setPassword] = useState("");
  const save = async () => {
    await ask("/api/people/password", { method: "PUT", body: { old, password } });
    say(t("passwordSaved"));
    setOld("");
    setPassword("");
  };
  return (
    <OneForm name={t("password")} save={save}>
      <Field label={t("present")}>
        <PasswordInput required value={old} onChange={(event) => setOld(event.target.value)} />
      </Field>
      <Field label={t("new")} hint={t("newHint")}>
        <PasswordInput isNew required value={password} onChange={(event) => setPassword(event.target.value)} />
      </Field>
    </OneForm>
  );
}

function OwnPin({ person, hasPin }: { person: string; hasPin: boolean }) {
  const t = useTranslations("shop.account");
  const router = useRouter();
  const [old, setOld] = useState("");
  const [pin, setPin] = useState("");
  const save = async () => {
    await ask("/api/pin", { method: "PUT", body: { person, pin, ...(hasPin ? { old } : {}) } });
    say(t("pinSaved"));
    setOld("");
    setPin("");
    router.refresh();
  };
  const digits = {
    required: true,
    inputMode: "numeric",
    pattern: "[0-9]{4,8}",
    maxLength: 8,
    type: "password",
    autoComplete: "off",
  } as const;
  return (
    <OneForm name={t("pin")} save={save}>
      {hasPin ? (
        <Field label={t("presentPin")}>
          <TextInput {...digits} value={old} onChange={(event) => setOld(event.target.value)} />
        </Field>
      ) : (
        <p className="text-ink2">{t("noPin")}</p>
      )}
      <Field label={t("newPin")} hint={t("pinHint")}>
        <TextInput {...digits} value={pin} onChange={(event) => setPin(event.target.value)} />
      </Field>
    </OneForm>
  );
}
