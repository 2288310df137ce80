"use client";
import { useEffect, useRef, useState } from "react";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import { DEFAULT_READINESS } from "../../core/nozzles/readiness.ts";
import type { Corners } from "../../core/nozzles/scan/corners.ts";
import { useCheckWords } from "../../words/check-words.ts";
import { filled } from "../../words/plain.ts";
import type { ReadAsked, ReadTold } from "../../workers/read-check.ts";
import { Button } from "../kit/button.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { CornerPicker } from "./corner-picker.tsx";
import type { Taken } from "./counts-form.tsx";
import { PictureOverlay } from "./picture-overlay.tsx";
import type { Read } from "./reading.ts";

/** A picture of the printed check, read in the background; each verdict is drawn at its place, and a tap corrects it. */
export function PictureReader({
  name,
  pattern,
  goneShare = DEFAULT_READINESS.goneShare,
  given,
  take,
}: {
  name: string;
  pattern: NozzlePattern;
  goneShare?: number;
  /** A picture that is there already. */
  given?: File | null;
  take: (taken: Taken) => void;
}) {
  const words = useCheckWords().picture;
  const [share, setShare] = useState<number | null>(null);
  const [fault, setFault] = useState("");
  const [read, setRead] = useState<Read | null>(null);
  const [file, setFile] = useState<Blob | null>(null);
  /** The corners are being shown by hand. */
  const [picking, setPicking] = useState(false);
  /** Which reading it is: another one begins without the corrections of the one before. */
  const [times, setTimes] = useState(0);
  const worker = useRef<Worker | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const start = (chosen: Blob | null | undefined, corners?: Corners) => {
    if (!chosen) return;
    stop();
    setFault("");
    setRead(null);
    setPicking(false);
    setFile(chosen);
    setShare(0);
    setTimes(times + 1);
    const hand = new Worker(new URL("../../workers/read-check.ts", import.meta.url), { type: "module" });
    worker.current = hand;
    hand.onmessage = ({ data }: MessageEvent<ReadTold>) => {
      if (data.kind === "progress") return setShare(data.share);
      if (data.kind === "fault") setFault(data.message);
      else setRead(data);
      stop();
    };
    hand.onerror = () => {
      setFault(words.failed);
      stop();
    };
    hand.postMessage({ file: chosen, pattern, ...(corners ? { corners } : {}) } satisfies ReadAsked);
  };
  return (
    <div className="my-2 grid gap-2">
      <div className="flex flex-wrap items-center gap-3">
        {given === undefined ? (
          <>
            <FilePick
              size="hand"
              capture="environment"
              accept="image/jpeg,image/png"
              label={filled(words.cameraOf, { machine: name })}
              onPick={(chosen) => start(chosen)}
            >
              {words.camera}
            </FilePick>
            <FilePick
              size="hand"
              accept="image/png,image/jpeg"
              label={filled(words.fileOf, { machine: name })}
              onPick={(chosen) => start(chosen)}
            >
              {words.file}
            </FilePick>
          </>
        ) : (
          <Button size="hand" disabled={!given} onClick={() => start(given)}>
            {words.read}
          </Button>
        )}
        {share !== null && (
          <>
            <progress value={share} max={1} aria-label={words.reading} />
            <Button size="hand" onClick={stop}>
              {words.stop}
            </Button>
          </>
        )}
      </div>
      <p role="alert" className="text-hold">
        {fault}
      </p>
      {read && file && !picking && <PictureOverlay key={times} read={read} pattern={pattern} goneShare={goneShare} take={take} />}
      {read && file && !picking && (
        <p>
          <Button onClick={() => setPicking(true)}>{read.places ? words.cornersAgain : words.corners}</Button>
        </p>
      )}
      {read && file && picking && (
        <CornerPicker read={read} sheet={pattern.sheet} use={(corners) => start(file, corners)} leave={() => setPicking(false)} />
      )}
    </div>
  );
}
