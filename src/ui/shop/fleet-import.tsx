"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { FleetPreview } from "../../work/shop/fleet.ts";
import { Button } from "../kit/button.tsx";
import { Checkbox } from "../kit/field.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { say, sayFault } from "../say.ts";
import { Said } from "../send.ts";
import { Fault } from "./fault.tsx";

const MOST_MB = 20;

/** A fleet file through a preview: what is new, changed, the same; all of it or nothing. */
export function FleetImport() {
  const t = useTranslations("shop.bringIn");
  const router = useRouter();
  const [text, setText] = useState("");
  const [preview, setPreview] = useState<FleetPreview | null>(null);
  const [fault, setFault] = useState<Said | null>(null);
  const [archive, setArchive] = useState(false);
  const [spread, setSpread] = useState(false);
  const [busy, setBusy] = useState(false);
  const post = (path: string, body: string) =>
    fetch(path, { method: "POST", headers: { "content-type": "application/json" }, body }).then(async (response) => {
      const answer = await response.json();
      if (!response.ok) throw new Said(answer.message, response.status, answer.problems);
      return answer as FleetPreview;
    });
  const choose = async (file: File) => {
    setPreview(null);
    setFault(null);
    if (file.size > MOST_MB * 1024 * 1024) return setFault(new Said(t("tooLarge", { size: MOST_MB }), 413));
    const content = await file.text();
    setText(content);
    try {
      setPreview(await post("/api/fleet", content));
    } catch (error) {
      setFault(error instanceof Said ? error : new Said(String(error), 0));
    }
  };
  const bring = async () => {
    setBusy(true);
    try {
      await post(`/api/fleet?do=import${archive ? "&archive=1" : ""}${spread ? "&spread=1" : ""}`, text);
      say(t("fleetDone"));
      setPreview(null);
      router.refresh();
    } catch (error) {
      sayFault(error);
    } finally {
      setBusy(false);
    }
  };
  const count = (state: string) => preview?.rows.filter((row) => row.state === state).length ?? 0;
  return (
    <section aria-label={t("fleet")} className="grid justify-items-start gap-2">
      <h2 className="!text-base font-bold">{t("fleet")}</h2>
      <p className="text-ink2 text-sm">{t("fleetNote")}</p>
      <FilePick label={t("fleetLabel")} accept=".json,application/json" onPick={(file) => void choose(file)}>
        {t("fleetFile")}
      </FilePick>
      {fault && <Fault fault={fault} />}
      {preview && (
        <div className="grid w-full justify-items-start gap-2">
          <p>
            <strong>{t("fleetCounts", { new: count("new"), changed: count("changed"), same: count("same") })}</strong>{" "}
            {Object.entries(preview.facts)
              .map(([kind, many]) => t("facts", { count: many, kind }))
              .join(", ")}
          </p>
          <ul className="max-h-60 w-full columns-2 overflow-auto border-line border-y py-1 text-sm md:columns-3">
            {preview.rows.map((row) => (
              <li key={`${row.subject}/${row.id}`}>
                {row.subject} {row.name}: <strong>{t(`states.${row.state}`)}</strong>
              </li>
            ))}
          </ul>
          {preview.kept.length > 0 && (
            <Checkbox
              label={t("archive", { names: preview.kept.map(({ name }) => name).join(", ") })}
              checked={archive}
              onChange={(event) => setArchive(event.target.checked)}
            />
          )}
          {preview.unknown > 0 && (
            <Checkbox
              label={t("fleetSpread", { count: preview.unknown })}
              checked={spread}
              onChange={(event) => setSpread(event.target.checked)}
            />
          )}
          <Button look="primary" busy={busy} onClick={() => void bring()}>
            {t("bring")}
          </Button>
        </div>
      )}
    </section>
  );
}
