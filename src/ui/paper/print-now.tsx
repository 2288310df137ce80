"use client";

/** Opens the browser's print dialogue; not on the paper itself. */
export function PrintNow() {
  return (
    <button type="button" className="border border-neutral-600 px-4 py-2 font-semibold" onClick={() => window.print()}>
      Print
    </button>
  );
}
