/** First letters of the first and the last name. @example initialsOf("Bram Teasel") → "BT" */
export function initialsOf(name: string): string {
  const parts = name.trim().split(/\s+/);
  return [parts[0], parts.length > 1 ? parts.at(-1) : ""].map((part) => [...(part ?? "")][0]?.toUpperCase() ?? "").join("");
}

/** A person as their initials; the whole name is read out and shown when pointed at. */
export function Initials({ name, me = false, big = false }: { name: string; me?: boolean; big?: boolean }) {
  return (
    <span
      role="img"
      aria-label={name}
      title={name}
      className={`inline-grid shrink-0 place-items-center rounded-full font-bold ${big ? "size-[30px] text-xs" : "size-[22px] text-[10px]"} ${me ? "bg-accent text-on-accent" : "bg-ink2 text-sheet"}`}
    >
      {initialsOf(name)}
    </span>
  );
}
