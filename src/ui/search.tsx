"use client";
import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";

const SearchDialog = lazy(() => import("./search-dialog.tsx"));

/** Search from anywhere: by its button, or by the key “/”. What it opens is loaded when it is first wanted. */
export function Search({ button }: { button: (open: () => void) => ReactNode }) {
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState(false);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (event.key !== "/" || typing || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      setWanted(true);
      setOpen(true);
    };
    addEventListener("keydown", key);
    return () => removeEventListener("keydown", key);
  }, []);
  return (
    <>
      {button(() => {
        setWanted(true);
        setOpen(true);
      })}
      {wanted && (
        <Suspense>
          <SearchDialog open={open} setOpen={setOpen} />
        </Suspense>
      )}
    </>
  );
}
