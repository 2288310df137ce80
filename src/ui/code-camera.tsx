"use client";
import { useEffect, useRef, useState } from "react";

/** The camera, until it sees a code that `open` takes. Whatever reads codes is loaded when it is needed. */
export function CodeCamera({ open, instead }: { open: (text: string) => boolean; instead: string }) {
  const video = useRef<HTMLVideoElement>(null);
  const [fault, setFault] = useState("");
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
        setFault(instead);
      }
    })();
    return () => {
      over = true;
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
  }, [instead]);
  return (
    <>
      <video ref={video} playsInline muted className="mt-3 max-h-96 w-full border border-line bg-well" />
      <p className="text-ink2">{fault}</p>
    </>
  );
}
