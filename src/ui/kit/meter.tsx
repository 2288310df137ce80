/** A share of something as a bar, with what it means in words. Over one it is full and red. */
export function Meter({
  share,
  label,
  bad = share >= 1,
  className = "",
}: {
  share: number;
  label: string;
  bad?: boolean;
  className?: string;
}) {
  return (
    <span
      role="img"
      aria-label={label}
      title={label}
      className={`block h-2 overflow-hidden rounded-[1px] bg-well shadow-[inset_0_0_0_1px_var(--line)] ${className}`}
    >
      <span
        className={`block h-full ${bad ? "bg-hold" : "bg-ink"}`}
        style={{ width: `${Math.round(Math.min(1, Math.max(0, share)) * 100)}%` }}
      />
    </span>
  );
}

/** How far a piece of work is that takes a while. */
export function Progress({ share, label }: { share: number; label: string }) {
  const percent = Math.round(Math.min(1, Math.max(0, share)) * 100);
  return (
    <div>
      <div
        role="progressbar"
        aria-label={label}
        aria-valuenow={percent}
        className="h-2 overflow-hidden rounded-[1px] bg-well shadow-[inset_0_0_0_1px_var(--line)]"
      >
        <div className="h-full bg-accent" style={{ width: `${percent}%` }} />
      </div>
      <p className="mt-1 text-sm" aria-hidden="true">
        {label}, {percent} %
      </p>
    </div>
  );
}

/** A series of values as a small line; gaps where nothing is known. */
export function Sparkline({
  values,
  label,
  width = 120,
  height = 28,
}: {
  values: readonly (number | null)[];
  label: string;
  width?: number;
  height?: number;
}) {
  const known = values.filter((value) => value !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const x = (at: number) => (values.length > 1 ? (at * width) / (values.length - 1) : width / 2);
  const y = (value: number) => (high > low ? 2 + (height - 4) * (1 - (value - low) / (high - low)) : height / 2);
  const path = values
    .map((value, at) =>
      value === null ? "" : `${at === 0 || values[at - 1] === null ? "M" : "L"}${x(at).toFixed(1)} ${y(value).toFixed(1)}`,
    )
    .join("");
  return (
    <svg role="img" aria-label={label} width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <title>{label}</title>
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
    </svg>
  );
}

/** A piece of work as minutes: solid where hands are needed, open while the machine works alone; a corner cut off where it is late. */
export function Stretch({
  parts,
  perMinute = 2,
  late = false,
  label,
}: {
  parts: readonly { minutes: number; hands: boolean }[];
  /** Pixels a minute. */
  perMinute?: number;
  late?: boolean;
  label: string;
}) {
  return (
    <span role="img" aria-label={label} title={label} className="inline-flex h-3">
      {parts.map(({ minutes, hands }, index) => (
        <span
          key={index}
          className={`block h-full border-[1.5px] ${late ? "border-hold" : "border-ink"} ${hands ? (late ? "bg-hold" : "bg-ink") : "bg-card"} ${late && index === parts.length - 1 ? "[clip-path:polygon(0_0,calc(100%-5px)_0,100%_5px,100%_100%,0_100%)]" : ""}`}
          style={{ width: `${Math.max(4, minutes * perMinute)}px` }}
        />
      ))}
    </span>
  );
}
