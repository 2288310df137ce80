/** A ring that fills as time goes. @param share 0 to 1 */
export function Ring({ share, size, bad = false, stroke = 12 }: { share: number; size: number; bad?: boolean; stroke?: number }) {
  const whole = 2 * Math.PI * 44;
  return (
    <svg viewBox="0 0 100 100" width={size} height={size} aria-hidden="true" className="shrink-0 -rotate-90">
      <circle cx="50" cy="50" r="44" fill="none" stroke="var(--desk-2)" strokeWidth={stroke} />
      <circle
        cx="50"
        cy="50"
        r="44"
        fill="none"
        stroke={bad ? "var(--hold)" : "var(--fill)"}
        strokeWidth={stroke}
        strokeDasharray={`${whole * Math.min(1, Math.max(0, share))} ${whole}`}
      />
    </svg>
  );
}
