"use client";
import { usePathname } from "next/navigation";
import { lazy, Suspense, useEffect, useState } from "react";

const Toaster = lazy(() => import("./toaster.tsx"));

/** Where short messages stand; loaded once the page answers, so that no page waits for it. */
export function Toasts({ night }: { night: boolean }) {
  const [answers, setAnswers] = useState(false);
  useEffect(() => setAnswers(true), []);
  // On the floor the one control stands at the bottom, and nothing may cover it.
  const onFloor = usePathname().startsWith("/floor");
  if (!answers) return null;
  return (
    <Suspense>
      <Toaster
        position={onFloor ? "top-center" : "bottom-center"}
        {...(onFloor ? { offset: 72, mobileOffset: 72 } : {})}
        theme={night ? "dark" : "light"}
        toastOptions={{ duration: 8000, style: { fontFamily: "inherit", fontSize: "0.95rem" } }}
      />
    </Suspense>
  );
}
