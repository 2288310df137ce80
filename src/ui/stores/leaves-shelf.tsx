"use client";
import { useState } from "react";
import { amountWords } from "../../core/stores/amount-words.ts";
import { type Leaving, leavingOf } from "../../core/stores/run-materials.ts";

/** What a run takes from the shelf, to be agreed to with the tap that ends it; each amount can be corrected before. */
export function useLeaving(listed: readonly Leaving[]) {
  const [amounts, setAmounts] = useState<Record<string, string>>({});
  const leaving = listed.map((each): Leaving => {
    const said = amounts[each.item.id];
    const amount = Number(said?.replace(",", "."));
    if (said === undefined || said === "" || !(amount >= 0)) return each;
    return amount === 0 ? { ...each, lines: [], note: null } : leavingOf(each.item, amount, each.planned);
  });
  return { leaving, amounts, setAmounts };
}

/** Says what leaves the shelf; opens to correct it. */
export function LeavesShelf({ leaving, amounts, setAmounts }: ReturnType<typeof useLeaving>) {
  if (leaving.length === 0) return null;
  return (
    <details className="mt-3 border-line border-y py-1">
      <summary className="cursor-pointer py-2 text-lg">
        From the shelf:{" "}
        {leaving
          .map(
            ({ item, lines, planned }) =>
              `${item.name} ${amountWords(lines.reduce((sum, { amount }) => sum + amount, 0) || (lines.length ? planned : 0), item.unit)}`,
          )
          .join(", ")}
        <span className="text-ink2"> (correct it)</span>
      </summary>
      <ul>
        {leaving.map(({ item, lines, planned, note }) => (
          <li key={item.id} className="grid gap-1 py-2">
            <label className="flex flex-wrap items-center gap-3">
              <span className="grow">
                {item.name}
                <span className="block text-ink2 text-sm">
                  {lines.map(({ lot, amount }) => (lot ? `lot ${lot}: ${amountWords(amount, item.unit)}` : "")).join(" ")}
                </span>
              </span>
              <input
                inputMode="decimal"
                value={amounts[item.id] ?? String(planned)}
                onChange={({ target }) => setAmounts({ ...amounts, [item.id]: target.value })}
                className="field hand figure w-28 text-right !text-lg"
              />
              <span className="w-14">{item.unit}</span>
            </label>
            {note && <p className="border-care border-l-4 pl-3">{note}</p>}
          </li>
        ))}
      </ul>
    </details>
  );
}
