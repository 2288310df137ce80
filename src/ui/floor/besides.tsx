"use client";
import { OctagonXIcon, Volume2Icon } from "lucide-react";
import { useState } from "react";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { say } from "../say.ts";
import { needsGear } from "./gear.tsx";
import { keepTaken } from "./keep.ts";
import { canReadAloud, turnReadAloud, useReadAloud } from "./read-aloud.ts";
import { Reasons } from "./reasons.tsx";
import { go, to } from "./route.ts";
import type { Part } from "./run-part.ts";

/** What is seldom wanted at a step: note, photo, hand over, leave out; stopping stands apart. */
export function Besides({ found, floor, send, close }: Part & { close?: () => void }) {
  const words = useFloorWorkWords().run;
  const [what, setWhat] = useState<"stop" | "skip" | "note" | "hand" | null>(null);
  const aloud = useReadAloud();
  const { state } = found;
  const over = () => {
    setWhat(null);
    close?.();
  };
  const photo = async (file: File) => {
    const hash = await keepTaken(file);
    await send({ event: "photo", photo: hash, ...(state.now ? { of: state.now.at } : {}) }, { picture: hash });
    say(words.photoKept);
  };
  const people = floor.view.people.filter(({ id, role }) => id !== floor.who?.person && role !== "viewer");
  const open = (which: typeof what) => () => setWhat(what === which ? null : which);
  return (
    <section aria-label={words.more} className="grid gap-2">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <Button size="hand" aria-expanded={what === "note"} onClick={open("note")}>
          {words.note}
        </Button>
        <FilePick size="hand" capture="environment" accept="image/*" label={words.photo} onPick={(file) => void photo(file)}>
          {words.photo}
        </FilePick>
        {state.now && !needsGear(found) && (
          <Button size="hand" aria-expanded={what === "skip"} onClick={open("skip")}>
            {words.skip}
          </Button>
        )}
        <Button size="hand" aria-expanded={what === "hand"} onClick={open("hand")}>
          {words.hand}
        </Button>
        {canReadAloud() && (
          <Button size="hand" aria-pressed={aloud} className="aria-pressed:!bg-accent-wash" onClick={() => turnReadAloud(!aloud)}>
            <Volume2Icon aria-hidden="true" />
            {words.aloud}
          </Button>
        )}
      </div>
      {what === "hand" && (
        <div role="group" aria-label={words.to} className="grid grid-cols-2 gap-2 sm:grid-cols-3">
          {people.map(({ id, name }) => (
            <Button
              key={id}
              size="hand"
              onClick={() => {
                over();
                void send({ event: "hand", to: id });
              }}
            >
              {name}
            </Button>
          ))}
        </div>
      )}
      {what === "note" && (
        <Reasons
          of={[]}
          act={words.save}
          choose={(text) => {
            over();
            void send({ event: "note", text });
          }}
        />
      )}
      {what === "skip" && (
        <Reasons
          of={words.skipWhy}
          act={words.doSkip}
          choose={(reason) => {
            over();
            if (state.now) void send({ event: "pass", step: state.now.at, reason });
          }}
        />
      )}
      {what === "stop" && (
        <Reasons
          of={words.stopWhy}
          act={words.doStop}
          choose={(reason) => {
            over();
            void send({ event: "stop", reason });
          }}
        />
      )}
      <div className="mt-1 flex flex-wrap gap-2 border-line border-t pt-3">
        <a href={to.shift} className={`${buttonLook("secondary", "hand")} !whitespace-normal grow`}>
          {words.keeps}
        </a>
        {state.status === "running" && (
          <Button look="danger" size="hand" aria-expanded={what === "stop"} onClick={open("stop")}>
            <OctagonXIcon aria-hidden="true" />
            {words.stop}
          </Button>
        )}
        {state.status === "stopped" && state.owed.length === 0 && (
          <Button
            look="danger"
            size="hand"
            onClick={() => void send({ event: "abandon", reason: state.stoppedFor ?? words.doStop }).then(() => go(to.shift))}
          >
            {words.giveUp}
          </Button>
        )}
      </div>
    </section>
  );
}
