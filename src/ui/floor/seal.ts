import { uuidv7 } from "uuidv7";
import type { Claim } from "./keep.ts";

/** Seals a PIN so that only the server can open it, bound to one claim of one person. */
export async function sealClaim(publicKey: string, person: string, pin: string): Promise<Claim> {
  const id = uuidv7();
  const bytes = Uint8Array.from(atob(publicKey), (letter) => letter.charCodeAt(0));
  const key = await crypto.subtle.importKey("spki", bytes, { name: "RSA-OAEP", hash: "SHA-256" }, false, ["encrypt"]);
  const sealed = await crypto.subtle.encrypt({ name: "RSA-OAEP" }, key, new TextEncoder().encode(JSON.stringify({ id, person, pin })));
  return { id, person, sealed: btoa(String.fromCharCode(...new Uint8Array(sealed))) };
}
