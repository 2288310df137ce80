"use client";
import { PrinterIcon } from "lucide-react";
import { useKitWords } from "../../words/kit-words.ts";
import { Button } from "../kit/button.tsx";

/** Opens the browser's print dialogue; not on the paper itself. */
export function PrintNow() {
  const words = useKitWords();
  return (
    <Button className="print:hidden" onClick={() => window.print()}>
      <PrinterIcon aria-hidden="true" />
      {words.print}
    </Button>
  );
}
