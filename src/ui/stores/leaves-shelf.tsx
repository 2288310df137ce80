"use client";
import { useState } from "react";
import { amountWords } from "../../core/stores/amount-words.ts";
import { type Leaving, leavingOf } from "../../core/stores/run-materials.ts";
import { filled } from "../../words/plain.ts";
import { useVesselWords } from "../../words/vessel-words.ts";
import { Button } from "../kit/button.tsx";
import { Field, NumberInput } from "../kit/field.tsx";

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
  const words = useVesselWords();
  const [open, setOpen] = useState(false);
  if (leaving.length === 0) return null;
  const list = leaving
    .map(
      ({ item, lines, planned }) =>
        `${item.name} ${amountWords(lines.reduce((sum, { amount }) => sum + amount, 0) || (lines.length ? planned : 0), item.unit)}`,
    )
    .join(", ");
  return (
    <div className="mt-3 border-line border-y py-2">
      <p className="flex flex-wrap items-center justify-between gap-2">
        {filled(words.shelf, { list })}
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {words.change}
        </Button>
      </p>
      {open && (
        <ul>
          {leaving.map(({ item, lines, planned, note }) => (
            <li key={item.id} className="grid gap-1 py-2">
              <Field
                label={item.name}
                hint={lines
                  .map(({ lot, amount }) => (lot ? filled(words.lot, { lot, amount: amountWords(amount, item.unit) }) : ""))
                  .join(" ")}
              >
                <NumberInput
                  inputMode="decimal"
                  min={0}
                  step="any"
                  unit={item.unit}
                  value={amounts[item.id] ?? String(planned)}
                  onChange={({ target }) => setAmounts({ ...amounts, [item.id]: target.value })}
                  className="min-h-11"
                />
              </Field>
              {note && <p className="border-care border-l-4 pl-3">{note}</p>}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
