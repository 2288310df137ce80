"use client";
import PageFault from "./error.tsx";

export default function GlobalFault(props: { error: Error; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <PageFault {...props} />
      </body>
    </html>
  );
}
