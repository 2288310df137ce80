import { capital } from "../../core/capital.ts";
import { words } from "../../core/due/sentence.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { ChannelView } from "../../core/nozzles/channel-views.ts";
import { useSaid } from "../../words/said.ts";
import { HeadEndDrawing } from "./head-end.tsx";

type Props = {
  machine: Machine;
  channels: readonly ChannelView[];
  /** Kinds of part that a step is about, and those at which something is open. */
  lit: ReadonlySet<string>;
  open?: ReadonlySet<string>;
};

/** The head end with the kinds of part marked that a step is about. */
export function LitHeadEnd({ machine, channels, lit, open }: Props) {
  const said = useSaid();
  const parts = [...(machine.parts ?? []), ...(machine.heads ?? []).map(({ id }) => ({ id, kind: "head" }))];
  return (
    <HeadEndDrawing
      machine={machine}
      channels={channels}
      levels={new Map()}
      vessels={(machine.waste ?? []).map(({ id, kind, volumeMl, limitMl }) => ({
        id,
        name: said(capital(words(kind))),
        volumeMl,
        limitMl,
        ml: null,
        words: null,
      }))}
      suction={null}
      stale={false}
      parts={parts.map(({ id, kind }) => ({
        id,
        kind,
        name: kind === "head" ? id : said(capital(words(kind))),
        share: null,
        note: "",
        gone: false,
      }))}
      lit={({ kind }) => lit.has(kind)}
      open={({ kind }) => open?.has(kind) ?? false}
      selected={null}
    />
  );
}
