"use client";
import { type ComponentProps, useEffect } from "react";
import { Toaster as Sonner, toast } from "sonner";
import { toastsStand } from "./toast.ts";

/** Where short messages stand; a message said before it stood would be lost. */
export default function Toaster(props: ComponentProps<typeof Sonner>) {
  useEffect(() => toastsStand(toast), []);
  return <Sonner {...props} />;
}
