"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { toast } from "sonner";
import type { DeviceView } from "../../work/access/devices.ts";
import type { WallView } from "../../work/board/wall.ts";
import { Field, Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";

type Props = { devices: DeviceView[]; walls: WallView[]; people: { id: string; name: string; hasPin: boolean }[] };

/** Shared tablets and their people's PINs, machine tags, and the Wall's addresses. */
export function TabletsForm({ devices, walls, people }: Props) {
  const router = useRouter();
  const [code, setCode] = useState<{ code: string; minutes: number; picture: string } | null>(null);
  const [wall, setWall] = useState<string | null>(null);
  const act = async (work: () => Promise<unknown>, said: string) => {
    await trying(async () => {
      await work();
      if (said) toast(said);
      router.refresh();
    });
  };
  const enrol = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get("name") ?? "").trim();
    void act(async () => {
      const made = await ask<{ code: string; minutes: number }>("/api/devices", { body: { name } });
      const { default: QRCode } = await import("qrcode");
      setCode({ ...made, picture: await QRCode.toDataURL(`${location.origin}/enrol`, { margin: 1, width: 160 }) });
    }, "");
  };
  const setPin = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    void act(async () => {
      await ask("/api/pin", { method: "PUT", body: { person: String(said.get("person")), pin: String(said.get("pin")) } });
      form.reset();
    }, "The PIN is set.");
  };
  const hang = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get("name") ?? "").trim();
    void act(async () => setWall(`${location.origin}${(await ask<{ path: string }>("/api/wall", { body: { name } })).path}`), "");
  };
  return (
    <div className="grid gap-8 lg:grid-cols-2">
      <section aria-label="Shared tablets">
        <h2>Shared tablets</h2>
        <ul className="mt-1">
          {devices.map(({ id, name, seen, waiting }) => (
            <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1">
              <span>
                {name}{" "}
                <span className="text-ink2 text-sm">{waiting ? "waits for its code" : `seen ${seen?.slice(0, 16).replace("T", " ")}`}</span>
              </span>
              <button
                type="button"
                className="press"
                onClick={() =>
                  void act(() => ask(`/api/devices?id=${id}`, { method: "DELETE", body: {} }), `${name} is no longer enrolled.`)
                }
              >
                Take out
              </button>
            </li>
          ))}
        </ul>
        <form onSubmit={enrol} className="mt-2 flex items-end gap-2">
          <Field label="Name of a new one" className="grow text-sm">
            <input name="name" required maxLength={60} className="field" />
          </Field>
          <Submit>Enrol</Submit>
        </form>
        {code && (
          <div className="mt-3 flex items-center gap-4 border-accent border-l-4 pl-3">
            <img src={code.picture} alt="Opens the page for enrolling" width={120} height={120} />
            <p>
              On the tablet, open <span className="figure">{typeof location === "undefined" ? "" : location.origin}/enrol</span> and type
              <strong className="figure block py-1 !text-2xl">{code.code}</strong>
              within {code.minutes} minutes.
            </p>
          </div>
        )}
        <h2 className="mt-6">PINs</h2>
        <p className="text-ink2 text-sm">
          Four to eight digits, for changing people at an enrolled tablet. {people.filter(({ hasPin }) => !hasPin).length || "None"} without
          one.
        </p>
        <form onSubmit={setPin} className="mt-2 flex items-end gap-2">
          <Field label="Whose" className="grow text-sm">
            <select name="person" className="field">
              {people.map(({ id, name, hasPin }) => (
                <option key={id} value={id}>
                  {name}
                  {hasPin ? "" : " (none yet)"}
                </option>
              ))}
            </select>
          </Field>
          <Field label="New PIN">
            <input
              name="pin"
              required
              inputMode="numeric"
              pattern="[0-9]{4,8}"
              maxLength={8}
              autoComplete="off"
              className="field figure w-28"
            />
          </Field>
          <Submit>Set</Submit>
        </form>
      </section>
      <section aria-label="Tags and Wall">
        <h2>Machine tags</h2>
        <p>
          <Link href="/tags" prefetch={false}>
            A sheet of labels to print
          </Link>
          : a code for the camera, the same in letters.
        </p>
        <h2 className="mt-6">The Wall</h2>
        <p className="text-ink2 text-sm">
          The Board at four metres, at an address without sign-in. Whoever has the address can look; take it back when it has gone astray.
        </p>
        <ul className="mt-1">
          {walls.map(({ id, name }) => (
            <li key={id} className="flex items-center justify-between gap-2 border-line border-b py-1">
              {name}
              <button
                type="button"
                className="press"
                onClick={() =>
                  void act(() => ask(`/api/wall?id=${id}`, { method: "DELETE", body: {} }), `${name}: its address shows nothing any more.`)
                }
              >
                Take back
              </button>
            </li>
          ))}
        </ul>
        <form onSubmit={hang} className="mt-2 flex items-end gap-2">
          <Field label="Where it hangs" className="grow text-sm">
            <input name="name" required maxLength={60} className="field" />
          </Field>
          <Submit>Make an address</Submit>
        </form>
        {wall && (
          <p className="mt-2 border-accent border-l-4 pl-3">
            Open this on the screen; it is shown this once:{" "}
            <a href={wall} className="figure break-all">
              {wall}
            </a>
          </p>
        )}
      </section>
    </div>
  );
}
