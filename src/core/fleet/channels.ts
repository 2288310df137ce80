import type { Machine } from "./schema.ts";

/** The usual look of an ink where a fleet file gives none. */
export const INK_COLOURS: Record<string, string> = {
  black: "#1d1d1b",
  cyan: "#0f8fc4",
  magenta: "#c42a7d",
  yellow: "#e3c21a",
  "light-cyan": "#8cc8df",
  "light-magenta": "#dd9cc0",
  "light-black": "#7d7b78",
  red: "#c23b2e",
  green: "#2f8f4e",
  blue: "#3552a4",
  orange: "#dd7d27",
  white: "#f8f8f6",
  varnish: "#d9d4c4",
  coding: "#26262c",
  fluid: "#bcd9d3",
};

export type Channel = { id: string; head: string; ink: string; colour: string };

/** A machine's channels in order, each named `head/channel`. */
export const channelsOf = (machine: Pick<Machine, "heads">): Channel[] =>
  (machine.heads ?? []).flatMap((head) =>
    (head.channels ?? []).map(({ id, ink, colour }) => ({
      id: `${head.id}/${id}`,
      head: head.id,
      ink,
      colour: colour ?? INK_COLOURS[ink] ?? "#777777",
    })),
  );

/** Whether a machine prints nozzle checks: a coder does not. */
export const printsChecks = ({ class: kind, heads }: Pick<Machine, "class" | "heads">): boolean =>
  kind !== "cij" && (heads ?? []).length > 0;
