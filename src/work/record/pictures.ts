import { createHash } from "node:crypto";
import sharp from "sharp";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Database } from "../../ledger/database.ts";
import { keepPicture, pictureBytes } from "../../ledger/pictures.ts";
import type { Sender } from "../actor.ts";

export const MAX_PICTURE_BYTES = 15 * 1024 * 1024;
const LONGEST_SIDE = 1600;

/**
 * Keeps a picture, made small and upright, under the hash of what was sent: a retry is the same picture. Decoded by the
 * library's own threads; what is no picture is refused, whatever its name says.
 */
export async function addPicture(db: Database, sender: Sender, bytes: Uint8Array): Promise<{ hash: string }> {
  const hash = createHash("sha256").update(bytes).digest("hex");
  let small: Buffer;
  try {
    small = await sharp(bytes, { limitInputPixels: 80_000_000, failOn: "error" })
      .rotate()
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: "inside", withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer();
  } catch {
    throw new Refusal(400, "This is no picture that can be read; expected a JPEG, PNG or WebP.");
  }
  await keepPicture(db, sender.site, { hash, bytes: small, by: sender.actor?.personId ?? null });
  return { hash };
}

/** @throws Refusal 404 */
export async function picture(db: Database, sender: Sender, hash: string): Promise<{ type: string; bytes: Buffer }> {
  const found = /^[0-9a-f]{64}$/.test(hash) ? await pictureBytes(db, sender.site, hash) : undefined;
  if (!found) throw new Refusal(404, "There is no such picture.");
  return found;
}
