import { createHash } from "node:crypto";
import sharp from "sharp";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Database } from "../../ledger/database.ts";
import { keepPicture, pictureBytes } from "../../ledger/pictures.ts";
import { authorise, type Sender } from "../actor.ts";

export const MAX_PICTURE_BYTES = 15 * 1024 * 1024;
const LONGEST_SIDE = 1600;
const NO_PICTURE = "This is no picture that can be read; expected a JPEG, PNG or WebP.";

/** A picture that takes longer to decode is given up. */
const LONGEST_SECONDS = 5;

/** What a file's first bytes say that it is: only kinds that decode by themselves in bounded time. */
export function pictureKind(bytes: Uint8Array): "jpeg" | "png" | "webp" | undefined {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return "jpeg";
  if (text(0, 8) === "\x89PNG\r\n\x1a\n") return "png";
  if (text(0, 4) === "RIFF" && text(8, 12) === "WEBP") return "webp";
  return undefined;
}

/**
 * Keeps a picture, made small and upright, under the hash of what was sent: a retry is the same picture. Decoded by the
 * library's own threads; what is no picture is refused, whatever its name says.
 */
export async function addPicture(db: Database, sender: Sender, bytes: Uint8Array): Promise<{ hash: string }> {
  if (sender.actor && !sender.device) authorise(sender.actor, "record");
  if (!pictureKind(bytes)) throw new Refusal(400, NO_PICTURE);
  const hash = createHash("sha256").update(bytes).digest("hex");
  let small: Buffer;
  try {
    small = await sharp(bytes, { limitInputPixels: 80_000_000, failOn: "error" })
      .rotate()
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: "inside", withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .timeout({ seconds: LONGEST_SECONDS })
      .toBuffer();
  } catch {
    throw new Refusal(400, NO_PICTURE);
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
