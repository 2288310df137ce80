import { Field } from "./kit/field.tsx";
import { Select } from "./kit/select.tsx";

/** Chooses whose numbers are shown: a class's, or a machine's own. */
export function WhichOne({
  label,
  own,
  rows,
  id,
  choose,
}: {
  label: string;
  /** What is said of those with values of their own. */
  own: string;
  rows: readonly { id: string; name: string; own: boolean }[];
  id: string;
  choose: (id: string) => void;
}) {
  return (
    <Field label={label} className="max-w-xs">
      <Select
        value={id}
        onChange={choose}
        options={rows.map((each) => ({ value: each.id, name: each.name, more: each.own ? own : undefined }))}
      />
    </Field>
  );
}
