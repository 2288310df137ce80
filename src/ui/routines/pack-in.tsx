"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { PackPreview } from "../../work/routines/routines.ts";
import { Button } from "../kit/button.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { Dialog } from "../kit/panel.tsx";
import { say, sayFault } from "../say.ts";
import { Said } from "../send.ts";

/** A pack of routines through a preview; what is wrong with it is told. */
export function PackIn() {
  const t = useTranslations("shop.routines");
  const router = useRouter();
  const [text, setText] = useState("");
  const [preview, setPreview] = useState<PackPreview | null>(null);
  const [problems, setProblems] = useState<{ path: string; message: string }[]>([]);
  const post = async (body: string, write: boolean): Promise<PackPreview> => {
    const response = await fetch(`/api/routines/pack${write ? "?do=import" : ""}`, { method: "POST", body });
    const answer = await response.json().catch(() => ({}));
    if (!response.ok) throw new Said(answer.message ?? String(response.status), response.status, answer.problems);
    return answer;
  };
  const look = async (file: File) => {
    setPreview(null);
    setProblems([]);
    const read = await file.text();
    setText(read);
    try {
      setPreview(await post(read, false));
    } catch (error) {
      if (error instanceof Said) setProblems([{ path: error.message, message: "" }, ...error.problems]);
      else sayFault(error);
    }
  };
  const take = async () => {
    try {
      const { routines } = await post(text, true);
      say(t("taken", { count: routines.filter(({ state }) => state !== "same").length, all: routines.length }));
      setPreview(null);
      router.refresh();
    } catch (error) {
      sayFault(error);
    }
  };
  const close = () => {
    setPreview(null);
    setProblems([]);
  };
  return (
    <>
      <FilePick label={t("bringLabel")} accept=".yaml,.yml,.json" onPick={(file) => void look(file)}>
        {t("bring")}
      </FilePick>
      <Dialog title={t("packTitle")} open={preview !== null || problems.length > 0} onOpenChange={(on) => !on && close()}>
        {problems.length > 0 && (
          <ul role="alert" className="text-hold text-sm">
            {problems.slice(0, 20).map(({ path, message }) => (
              <li key={path + message}>
                {path} {message}
              </li>
            ))}
          </ul>
        )}
        {preview && (
          <>
            <ul className="text-sm">
              {preview.routines.map(({ id, name, state }) => (
                <li key={id}>
                  <b>{name}</b> <span className="figure text-ink2">{id}</span> {t(`states.${state}`)}
                </li>
              ))}
            </ul>
            <Button look="primary" onClick={() => void take()}>
              {t("take")}
            </Button>
          </>
        )}
      </Dialog>
    </>
  );
}
