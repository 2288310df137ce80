/** A piece of work by its time: solid where hands are needed, open where the machine works alone. */
export function Stretches({
  pieces,
  label,
  className = "",
}: {
  pieces: readonly { kind: "hands" | "wait"; minutes: number }[];
  label: string;
  className?: string;
}) {
  return (
    <span role="img" aria-label={label} className={`flex h-4 gap-0.5 ${className}`}>
      {pieces.map(({ kind, minutes }, index) => (
        <i
          key={`${index}-${kind}`}
          className={`min-w-1 ${kind === "hands" ? "bg-ink" : "border-[1.5px] border-ink"}`}
          style={{ flexGrow: Math.max(0.5, minutes), flexBasis: 0 }}
        />
      ))}
    </span>
  );
}
