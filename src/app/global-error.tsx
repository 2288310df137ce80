"use client";
import { lazy, Suspense } from "react";

// Each page carries this file, and next to none ever needs it.
const PageFault = lazy(() => import("./error.tsx"));

export default function GlobalFault(props: { error: Error; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <Suspense>
          <PageFault {...props} />
        </Suspense>
      </body>
    </html>
  );
}
