"use client";
import type { ReactNode } from "react";
import { buttonLook } from "./button.tsx";

/** A button that opens a file. The same file can be chosen again. */
export function FilePick({
  label,
  accept,
  onPick,
  disabled = false,
  look = "secondary",
  size = "desk",
  capture,
  children,
}: {
  label: string;
  accept: string;
  onPick: (file: File) => void;
  disabled?: boolean;
  look?: Parameters<typeof buttonLook>[0];
  size?: Parameters<typeof buttonLook>[1];
  /** With the camera, where there is one. */
  capture?: "environment";
  children: ReactNode;
}) {
  return (
    <label
      className={`${buttonLook(look, size)} cursor-pointer focus-within:outline-3 focus-within:outline-accent ${disabled ? "pointer-events-none opacity-45" : ""}`}
    >
      {children}
      <input
        type="file"
        accept={accept}
        capture={capture}
        disabled={disabled}
        className="sr-only"
        aria-label={label}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = "";
          if (file) onPick(file);
        }}
      />
    </label>
  );
}
