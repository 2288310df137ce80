"use client";

/** Shown when a page can't be made: most often the database is away for a moment; then it comes back by itself. */
import { useEffect } from "react";
import { Button } from "../ui/kit/button.tsx";
import { useFaultWords } from "../words/fault-words.ts";

export default function PageFault({ reset }: { error: Error; reset: () => void }) {
  const words = useFaultWords().fault;
  useEffect(() => {
    const again = setInterval(
      () =>
        fetch("/api/health")
          .then((response) => response.ok && location.reload())
          .catch(() => {}),
      3000,
    );
    return () => clearInterval(again);
  }, []);
  return (
    <main className="mx-auto grid max-w-md justify-items-start gap-3 px-4 py-16">
      <h1>{words.title}</h1>
      <p className="text-lg">{words.note}</p>
      <Button look="primary" onClick={reset}>
        {words.again}
      </Button>
    </main>
  );
}
