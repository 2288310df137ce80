import type { ReactNode } from "react";

/** A field of a form under its name. */
export function Field({ label, className = "text-sm", children }: { label: ReactNode; className?: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is among the children.
    <label className={`grid ${className}`}>
      {label}
      {children}
    </label>
  );
}

/** The options of a choice; `none`: the words of an empty first one. */
export function Options({ of, none }: { of: readonly { id: string; name: string }[]; none?: string }) {
  return (
    <>
      {none !== undefined && <option value="">{none}</option>}
      {of.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </>
  );
}

/** What a form was refused for; its place is kept free while there is nothing. */
export function FormFault({ children }: { children: ReactNode }) {
  return (
    <p role="alert" className="min-h-6 text-hold">
      {children}
    </p>
  );
}

/** What sends a form; `main` where it is the page's first thing to do, `hand` where gloves press it. */
export function Submit({
  main,
  hand,
  disabled,
  className = "",
  children,
}: {
  main?: boolean;
  hand?: boolean;
  disabled?: boolean;
  className?: string;
  children: ReactNode;
}) {
  return (
    <button type="submit" disabled={disabled} className={`press ${main ? "press-main" : ""} ${hand ? "hand" : ""} ${className}`}>
      {children}
    </button>
  );
}
