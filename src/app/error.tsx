"use client";

/** Shown when a page can't be made: most often the database is away for a moment; then it comes back by itself. */
import { useEffect } from "react";

export default function PageFault({ reset }: { error: Error; reset: () => void }) {
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
    <main className="mx-auto max-w-md px-4 py-12">
      <h1>This page can't be shown just now</h1>
      <p className="mt-2">If the database is away, the page comes back by itself as soon as it answers. What was acknowledged is kept.</p>
      <button type="button" onClick={reset} className="press mt-4">
        Try again
      </button>
    </main>
  );
}
