import { type Frame, RoomsFrame } from "../rooms-frame.tsx";

const ROOMS = [
  { href: "/stores", name: "Shelf" },
  { href: "/stores/count", name: "Count" },
  { href: "/stores/orders", name: "Orders" },
  { href: "/stores/waste", name: "Waste" },
  { href: "/stores/bench", name: "Mixing bench" },
  { href: "/stores/solvent", name: "Solvent" },
  { href: "/stores/air", name: "Room air" },
  { href: "/stores/month", name: "Month" },
  { href: "/stores/trace", name: "Trace" },
  { href: "/stores/settings", name: "Set-up" },
];

/** The head of each page of the store. */
export const StoresFrame = (frame: Frame) => <RoomsFrame name="Stores" rooms={ROOMS} {...frame} />;

/** What the application says to a computed figure: opens for its reasons. */
export function Because({ why, label = "Why" }: { why: readonly string[]; label?: string }) {
  if (why.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer text-accent text-sm underline">{label}</summary>
      <ul className="max-w-prose list-disc py-1 pl-5 text-ink2 text-sm">
        {why.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
    </details>
  );
}
