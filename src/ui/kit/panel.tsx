"use client";
import { XIcon } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { IconButton } from "./icon-button.tsx";

const SHADE = "fixed inset-0 z-30 bg-ink/30 motion-safe:animate-[fade_120ms_ease-out]";

type Props = { title: string; open: boolean; onOpenChange: (open: boolean) => void; children: ReactNode };

function Head({ title }: { title: string }) {
  return (
    <div className="flex items-center justify-between gap-3">
      <Radix.Title className="font-bold text-lg">{title}</Radix.Title>
      <Radix.Close asChild>
        <IconButton name="Close">
          <XIcon aria-hidden="true" />
        </IconButton>
      </Radix.Close>
    </div>
  );
}

/** Details and long forms, at the right edge; the page stays in view. Escape closes it. */
export function Panel({ title, open, onOpenChange, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className={SHADE} />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-40 flex w-[min(27rem,100vw)] flex-col gap-3 overflow-y-auto border-line border-l bg-card p-4 shadow-[var(--shadow)]"
        >
          <Head title={title} />
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** One decision. */
export function Dialog({ title, open, onOpenChange, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className={SHADE} />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed top-[20vh] left-1/2 z-40 grid max-h-[75vh] w-[min(30rem,calc(100vw-1.5rem))] -translate-x-1/2 gap-3 overflow-y-auto rounded-[10px] border border-line bg-card p-5 shadow-[var(--shadow)]"
        >
          <Head title={title} />
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
