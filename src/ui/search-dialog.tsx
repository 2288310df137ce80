"use client";
import { useRouter } from "next/navigation";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { useAccessWords } from "../words/access-words.ts";
import type { Hit } from "../work/record/search.ts";
import { controlLook } from "./kit/field.tsx";
import { ask } from "./send.ts";

/** Machines, people, routines and notes as one types. Arrows choose, Enter opens. */
export default function SearchDialog({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const words = useAccessWords().search;
  const router = useRouter();
  const [text, setText] = useState("");
  const [hits, setHits] = useState<Hit[]>([]);
  const [at, setAt] = useState(0);
  useEffect(() => {
    if (!open) return;
    let over = false;
    const soon = setTimeout(async () => {
      const found = text.trim()
        ? await ask<{ hits: Hit[] }>(`/api/search?q=${encodeURIComponent(text)}`).catch(() => ({ hits: [] }))
        : { hits: [] };
      if (over) return;
      setHits(found.hits);
      setAt(0);
    }, 80);
    return () => {
      over = true;
      clearTimeout(soon);
    };
  }, [text, open]);
  const go = (hit: Hit | undefined) => {
    if (!hit) return;
    setOpen(false);
    setText("");
    router.push(hit.href);
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-16 left-1/2 z-40 w-[min(40rem,calc(100vw-1rem))] -translate-x-1/2 rounded-[10px] border border-line bg-card p-3 shadow-[var(--shadow)]"
        >
          <Dialog.Title className="sr-only">{words.title}</Dialog.Title>
          <input
            role="combobox"
            aria-expanded={hits.length > 0}
            aria-controls="search-hits"
            aria-activedescendant={hits[at] ? `search-hit-${at}` : undefined}
            aria-label={words.title}
            placeholder={words.placeholder}
            value={text}
            maxLength={200}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "ArrowDown") setAt(Math.min(at + 1, hits.length - 1));
              else if (event.key === "ArrowUp") setAt(Math.max(0, at - 1));
              else if (event.key === "Enter") go(hits[at]);
              else return;
              event.preventDefault();
            }}
            className={`${controlLook()} !min-h-11 !text-lg`}
          />
          <div id="search-hits" role="listbox" aria-label={words.found} className="mt-2 max-h-[60vh] overflow-auto">
            {hits.map((hit, index) => (
              <div
                key={`${hit.kind}/${hit.href}/${hit.title}`}
                id={`search-hit-${index}`}
                role="option"
                tabIndex={-1}
                aria-selected={index === at}
                onClick={() => go(hit)}
                onKeyDown={() => {}}
                onPointerEnter={() => setAt(index)}
                className={`flex cursor-pointer items-baseline gap-3 px-2 py-1.5 ${index === at ? "bg-well" : ""}`}
              >
                <span className="w-16 shrink-0 text-ink2 text-sm">{hit.kind}</span>
                <span className="grow">{hit.title}</span>
                <span className="text-ink2 text-sm">{hit.more}</span>
              </div>
            ))}
          </div>
          {text.trim() && hits.length === 0 && <p className="px-2 py-2 text-ink2">{words.none}</p>}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
