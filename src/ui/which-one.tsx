import { Field } from "./field.tsx";

/** Chooses whose numbers are shown: a class's, or a machine's own. */
export function WhichOne({
  rows,
  id,
  choose,
}: {
  rows: readonly { id: string; name: string; own: boolean }[];
  id: string;
  choose: (id: string) => void;
}) {
  return (
    <Field label="For" className="max-w-xs text-sm">
      <select value={id} onChange={({ target }) => choose(target.value)} className="field hand">
        {rows.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
            {each.own ? ", its own" : ""}
          </option>
        ))}
      </select>
    </Field>
  );
}
