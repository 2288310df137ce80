"use client";
import { XIcon } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { useKitWords } from "../../words/kit-words.ts";
import { IconButton } from "./icon-button.tsx";

const SHADE = "fixed inset-0 z-30 bg-ink/30 motion-safe:animate-[fade_120ms_ease-out]";

type Props = { title: string; open: boolean; onOpenChange: (open: boolean) => void; children: ReactNode };

function Head({ title }: { title: string }) {
  const words = useKitWords();
  return (
    <div className="flex items-center justify-between gap-3">
      <Radix.Title className="font-bold text-lg">{title}</Radix.Title>
      <Radix.Close asChild>
        <IconButton name={words.close}>
          <XIcon aria-hidden="true" />
        </IconButton>
      </Radix.Close>
    </div>
  );
}

function Surface({ title, open, onOpenChange, className, children }: Props & { className: string }) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className={SHADE} />
        <Radix.Content aria-describedby={undefined} className={`fixed z-40 overflow-y-auto bg-card shadow-[var(--shadow)] ${className}`}>
          <Head title={title} />
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** Details and long forms, at the right edge; the page stays in view. Escape closes it. */
export const Panel = ({ wide = false, ...props }: Props & { wide?: boolean }) => (
  <Surface
    {...props}
    className={`inset-y-0 right-0 flex flex-col gap-3 border-line border-l p-4 ${wide ? "w-[min(52rem,100vw)]" : "w-[min(27rem,100vw)]"}`}
  />
);

/** One decision. */
export const Dialog = (props: Props) => (
  <Surface
    {...props}
    className="top-[20vh] left-1/2 grid max-h-[75vh] w-[min(30rem,calc(100vw-1.5rem))] -translate-x-1/2 gap-3 rounded-[10px] border border-line p-5"
  />
);
