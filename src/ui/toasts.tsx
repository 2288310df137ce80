"use client";
import { usePathname } from "next/navigation";
import { lazy, Suspense } from "react";

const Toaster = lazy(() => import("sonner").then(({ Toaster: part }) => ({ default: part })));

/** Where short messages stand; loaded beside the page, not before it. */
export function Toasts({ night }: { night: boolean }) {
  // On the floor the one control stands at the bottom, and nothing may cover it.
  const onFloor = usePathname().startsWith("/floor");
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
