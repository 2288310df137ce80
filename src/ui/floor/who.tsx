"use client";
import { DeleteIcon } from "lucide-react";
import { useState } from "react";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Face } from "../kit/face.tsx";
import { ask, Said } from "../send.ts";
import { keepClaim } from "./keep.ts";
import { go, to } from "./route.ts";
import { sealClaim } from "./seal.ts";
import { SignInOrEnrol } from "./sign-in-or-enrol.tsx";
import type { Floor } from "./use-floor.ts";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "⌫", "0", "OK"];
/** What the server answers where this browser is no shared tablet any more. */
const NOT_ENROLLED = 403;

/** Changing people at a shared tablet: a face, four digits. Without a network the PIN is sealed and checked later. */
export function Who({ floor }: { floor: Floor }) {
  const words = useFloorWorkWords().who;
  const { view } = floor;
  const [person, setPerson] = useState<string | null>(null);
  const [pin, setPin] = useState("");
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const [lost, setLost] = useState(false);
  if (lost)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>{words.lost}</h1>
        <p className="mt-2" role="alert">
          {words.lostNote}
        </p>
        <a href="/enrol" className={`${buttonLook("primary", "hand")} mt-4`}>
          {words.setUp}
        </a>
      </main>
    );
  if (!view.device)
    return (
      <main className="mx-auto max-w-3xl px-3 py-4">
        <h1>{words.notShared}</h1>
        <p className="mt-2">{words.notSharedNote}</p>
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
        if (error instanceof Said && error.status === NOT_ENROLLED) return setLost(true);
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
    else if (pin.length < 8) setPin(pin + key);
  };
  const chosen = view.people.find(({ id }) => id === person);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1 className="!text-3xl font-extrabold tracking-tight">{words.title}</h1>
      <div className="mt-3 grid grid-cols-3 gap-2.5 sm:grid-cols-4">
        {view.people
          .filter(({ role }) => role !== "viewer")
          .map(({ id, name, hasPin }, index) => (
            <button
              key={id}
              type="button"
              aria-label={hasPin ? name : `${name}, ${words.noPin}`}
              aria-pressed={person === id}
              disabled={!hasPin}
              onClick={() => {
                setPerson(id);
                setPin("");
              }}
              className={`grid justify-items-center gap-1.5 rounded-[6px] border-2 bg-card px-2 py-3 font-bold disabled:opacity-50 ${person === id ? "border-accent" : "border-line"}`}
            >
              <Face name={name} pattern={index} on={person === id} />
              {name.split(" ")[0]}
              {!hasPin && <span className="font-normal text-base text-ink2">{words.noPin}</span>}
            </button>
          ))}
      </div>
      {chosen && (
        <div className="mt-5 grid items-start gap-4 sm:grid-cols-2">
          <div>
            <h2 className="!text-2xl font-bold">{filled(words.pinOf, { name: chosen.name.split(" ")[0] ?? "" })}</h2>
            <p className="mt-2 flex gap-3" role="status" aria-label={filled(words.digits, { count: pin.length })}>
              {Array.from({ length: Math.max(4, pin.length) }, (_, index) => (
                <i key={index} className={`size-8 rounded-full border-2 border-ink ${index < pin.length ? "bg-ink" : ""}`} />
              ))}
            </p>
            <p role="alert" className="mt-3 min-h-6 text-hold">
              {fault}
            </p>
          </div>
          <div className="grid grid-cols-3 gap-2">
            {KEYS.map((key) => (
              <Button
                key={key}
                size="hand"
                look={key === "OK" ? "primary" : "secondary"}
                aria-label={key === "⌫" ? words.back : key}
                disabled={busy || (key === "OK" && pin.length < 4)}
                onClick={() => press(key)}
                className="!min-h-20 !text-3xl [&_svg]:!size-7"
              >
                {key === "⌫" ? <DeleteIcon aria-hidden="true" /> : key}
              </Button>
            ))}
          </div>
        </div>
      )}
    </main>
  );
}
