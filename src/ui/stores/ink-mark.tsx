/** The colour of an ink as a small square on its own plate; nothing where an item is no ink. */
export function InkMark({ colour }: { colour: string | null }) {
  return (
    <span
      aria-hidden="true"
      className={`inline-block size-5 shrink-0 ${colour ? "border-[3px] border-ink p-0.5 shadow-[inset_0_0_0_1.5px_#fff]" : ""}`}
      style={colour ? { background: colour } : undefined}
    />
  );
}
