import { headers } from "next/headers";
import { notFound } from "next/navigation";
import QRCode from "qrcode";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintedSheet } from "../../../ui/paper/printed-sheet.tsx";
import { database } from "../../../work/database.ts";
import { sheet } from "../../../work/paper/paper.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Sheet" };

/** A sheet to print, A4, black on white; its code leads to where it is typed in. */
export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const actor = await pageActor();
  const asked = await headers();
  const address = new URL(process.env.ZESTY_URL || `http://${asked.get("host")}`).origin;
  try {
    const view = await sheet(database(), actor, (await params).id);
    const code = await QRCode.toDataURL(`${address}/paper/${view.id}`, { margin: 0, width: 160, errorCorrectionLevel: "M" });
    return <PrintedSheet view={view} code={code} />;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
