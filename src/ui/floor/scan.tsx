"use client";
import { useEffect, useRef, useState } from "react";
import { go, to } from "./route.ts";
import type { Floor } from "./use-floor.ts";

/** A machine by its tag: through the camera, or by the short code typed. */
export function Scan({ floor }: { floor: Floor }) {
  const video = useRef<HTMLVideoElement>(null);
  const [code, setCode] = useState("");
  const [fault, setFault] = useState("");
  const [camera, setCamera] = useState("");
  const { machines } = floor.view;
  const open = (text: string): boolean => {
    const tag = (text.match(/\/t\/([A-Za-z0-9]+)/)?.[1] ?? text).toUpperCase().replace(/[^A-Z0-9]/g, "");
    const machine = machines.find((each) => each.tag === tag);
    if (machine) go(to.machine(machine.id));
    return machine !== undefined;
  };
  const latest = useRef(open);
  latest.current = open;
  useEffect(() => {
    let over = false;
    let stream: MediaStream | undefined;
    void (async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment" } });
        const { default: read } = await import("jsqr");
        if (over || !video.current) return;
        video.current.srcObject = stream;
        await video.current.play();
        const canvas = document.createElement("canvas");
        const look = () => {
          const source = video.current;
          if (over || !source) return;
          if (source.videoWidth) {
            const scale = Math.min(1, 800 / source.videoWidth);
            canvas.width = source.videoWidth * scale;
            canvas.height = source.videoHeight * scale;
            const context = canvas.getContext("2d", { willReadFrequently: true });
            context?.drawImage(source, 0, 0, canvas.width, canvas.height);
            const image = context?.getImageData(0, 0, canvas.width, canvas.height);
            const found = image && read(image.data, image.width, image.height);
            if (found?.data && latest.current(found.data)) return;
          }
          setTimeout(look, 150);
        };
        look();
      } catch {
        setCamera("There is no camera for this page. Type the code on the tag instead.");
      }
    })();
    return () => {
      over = true;
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
  }, []);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>Scan a machine's tag</h1>
      <video ref={video} playsInline muted className="mt-3 max-h-96 w-full border border-hair bg-tint" />
      <p className="text-soft">{camera}</p>
      <p role="alert" className="text-stop">
        {fault}
      </p>
      <form
        className="mt-3 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!open(code)) setFault("No machine here has this code. It stands on the tag, four letters and figures.");
        }}
      >
        <label className="grid grow">
          Code on the tag
          <input
            value={code}
            maxLength={12}
            autoCapitalize="characters"
            onChange={(event) => setCode(event.target.value)}
            className="field hand figure !text-2xl uppercase"
          />
        </label>
        <button type="submit" className="press press-main hand">
          Open
        </button>
      </form>
      <a href={to.shift} className="press hand mt-6">
        Back to the shift
      </a>
    </main>
  );
}
