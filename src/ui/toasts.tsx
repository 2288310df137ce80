"use client";
import { lazy, Suspense } from "react";

const Toaster = lazy(() => import("sonner").then(({ Toaster: part }) => ({ default: part })));

/** Where short messages stand; loaded beside the page, not before it. */
export function Toasts({ night }: { night: boolean }) {
  return (
    <Suspense>
      <Toaster
        position="bottom-center"
        theme={night ? "dark" : "light"}
        toastOptions={{ duration: 8000, style: { fontFamily: "inherit", fontSize: "0.95rem" } }}
      />
    </Suspense>
  );
}
