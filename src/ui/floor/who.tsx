"use client";
import { useState } from "react";
import { ask, Said } from "../send.ts";
import { keepClaim } from "./keep.ts";
import { go, to } from "./route.ts";
import { sealClaim } from "./seal.ts";
import { SignInOrEnrol } from "./sign-in-or-enrol.tsx";
import type { Floor } from "./use-floor.ts";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "⌫", "0", "OK"];

/** Changing people at a shared tablet: a name, four digits. Without a network the PIN is sealed and checked later. */
export function Who({ floor }: { floor: Floor }) {
  const { view } = floor;
  const [person, setPerson] = useState<string | null>(null);
  const [pin, setPin] = useState("");
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  if (!view.device)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>This is not a shared tablet</h1>
        <p className="mt-2">Here one signs in with name and password. A supervisor enrols shared tablets in the Shop, under Tablets.</p>
        <SignInOrEnrol />
      </main>
    );
  const enter = async (digits: string) => {
    if (!person) return;
    setBusy(true);
    setFault("");
    try {
      const claim = await sealClaim(view.sealWith, person, digits);
      try {
        await ask("/api/pin", { body: { person, pin: digits } });
      } catch (error) {
        // Without a network (or server) it is a claim, to be checked when it is sent.
        if (!(error instanceof Said) || (error.status !== 0 && error.status < 500)) throw error;
      }
      await keepClaim(claim);
      await floor.setWho({ person, claim: claim.id });
      go(to.shift);
    } catch (error) {
      setFault(error instanceof Said ? error.message : String(error));
      setPin("");
    } finally {
      setBusy(false);
    }
  };
  const press = (key: string) => {
    if (key === "⌫") setPin(pin.slice(0, -1));
    else if (key === "OK") void enter(pin);
    else if (pin.length < 8) {
      const next = pin + key;
      setPin(next);
    }
  };
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Who is at this tablet?</h1>
      <div className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {view.people
          .filter(({ role }) => role !== "viewer")
          .map(({ id, name, hasPin }) => (
            <button
              key={id}
              type="button"
              aria-pressed={person === id}
              disabled={!hasPin}
              className={`press hand ${person === id ? "!border-accent !bg-well" : ""}`}
              onClick={() => {
                setPerson(id);
                setPin("");
              }}
            >
              {name} {!hasPin && <span className="font-normal text-sm text-ink2">no PIN yet</span>}
            </button>
          ))}
      </div>
      {person && (
        <div className="mx-auto mt-5 max-w-xs">
          <p className="text-center text-3xl" role="status" aria-label={`${pin.length} digits`}>
            {"●".repeat(pin.length).padEnd(4, "○")}
          </p>
          <div className="mt-3 grid grid-cols-3 gap-2">
            {KEYS.map((key) => (
              <button
                key={key}
                type="button"
                aria-label={key === "⌫" ? "Take the last one back" : key}
                disabled={busy || (key === "OK" && pin.length < 4)}
                className={`press hand py-3 !text-2xl ${key === "OK" ? "press-main" : ""}`}
                onClick={() => press(key)}
              >
                {key}
              </button>
            ))}
          </div>
        </div>
      )}
      <p role="alert" className="mt-3 min-h-6 text-lg text-hold">
        {fault}
      </p>
      <a href={to.shift} className="press hand mt-2">
        Back to the shift
      </a>
    </main>
  );
}
