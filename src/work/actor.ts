import type { Role } from "../core/fleet/vocabulary.ts";
import { ACT_NAMES, type Act, mayDo } from "../core/safety/who-may.ts";
import { Refusal } from "../core/shop/refusal.ts";

/** Who asks: a person of a site, signed in. */
export type Actor = { site: string; personId: string; name: string; role: Role; sessionId: string };

/** A tablet or phone that a supervisor enrolled. */
export type Device = { site: string; id: string; name: string };

/** Who sends: somebody signed in, an enrolled tablet, or both. */
export type Sender = { site: string; actor?: Actor; device?: Device };

/** @throws Refusal 403 where the role may not. */
export function authorise(actor: Actor, act: Act): void {
  if (!mayDo(actor.role, act)) throw new Refusal(403, `A ${actor.role} may not ${ACT_NAMES[act]}. Ask a supervisor.`);
}
