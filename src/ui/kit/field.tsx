"use client";
import { type ComponentProps, createContext, type ReactNode, useContext, useId } from "react";

type Described = { id: string; describedBy?: string | undefined; invalid: boolean };
const FieldContext = createContext<Described | null>(null);
/** What a control of the kit takes from the field that it stands in: its id, its hint or error. */
export const useField = (): Described | null => useContext(FieldContext);

/** The look of a control that holds a value. */
export const controlLook = (invalid = false): string =>
  `min-h-9 w-full min-w-0 rounded-[3px] border-[1.5px] bg-card px-2.5 text-sm disabled:opacity-50 ${invalid ? "border-hold" : "border-rule hover:border-ink"}`;

/** A control under its name, with a hint or what is wrong with it. */
export function Field({
  label,
  hint,
  error,
  className = "",
  children,
}: {
  label: string;
  hint?: ReactNode;
  error?: string | undefined;
  className?: string;
  children: ReactNode;
}) {
  const id = useId();
  const describedBy = error || hint ? `${id}-more` : undefined;
  return (
    <div className={`grid content-start gap-1 ${className}`}>
      <label htmlFor={id} className="font-semibold text-[13px]">
        {label}
      </label>
      <FieldContext.Provider value={{ id, describedBy, invalid: error !== undefined }}>{children}</FieldContext.Provider>
      {describedBy && (
        <p id={describedBy} role={error ? "alert" : undefined} className={`text-xs ${error ? "font-semibold text-hold" : "text-ink3"}`}>
          {error ?? hint}
        </p>
      )}
    </div>
  );
}

const ids = (field: Described | null) => ({
  id: field?.id,
  "aria-describedby": field?.describedBy,
  "aria-invalid": field?.invalid || undefined,
});

/** One line of text. */
export function TextInput({ className = "", ...rest }: ComponentProps<"input">) {
  const field = useField();
  return <input {...ids(field)} className={`${controlLook(field?.invalid)} ${className}`} {...rest} />;
}

/** Several lines of text. */
export function TextArea({ className = "", ...rest }: ComponentProps<"textarea">) {
  const field = useField();
  return <textarea rows={3} {...ids(field)} className={`${controlLook(field?.invalid)} py-1.5 ${className}`} {...rest} />;
}

/** A number with its unit inside; the arrows step it. What can't be a number is left for the form to say. */
export function NumberInput({ unit, className = "", ...rest }: ComponentProps<"input"> & { unit?: string }) {
  const field = useField();
  return (
    <span className={`flex items-center gap-1.5 ${controlLook(field?.invalid)} focus-within:outline-3 focus-within:outline-accent`}>
      <input type="number" {...ids(field)} className={`figure min-w-0 grow bg-transparent !text-sm outline-none ${className}`} {...rest} />
      {unit && <span className="shrink-0 text-ink3 text-xs">{unit}</span>}
    </span>
  );
}

/** Yes or no, with its words beside it. */
export function Checkbox({ label, className = "", ...rest }: ComponentProps<"input"> & { label: ReactNode }) {
  return (
    <label className={`inline-flex min-h-8 items-center gap-2 text-sm ${className}`}>
      <input type="checkbox" className="size-4 shrink-0 accent-[var(--accent)]" {...rest} />
      <span>{label}</span>
    </label>
  );
}

/** A password: the one that is there, or a new one of at least eight characters. */
export function PasswordInput({ isNew = false, ...rest }: Omit<ComponentProps<typeof TextInput>, "type"> & { isNew?: boolean }) {
  return (
    <TextInput
      type="password"
      autoComplete={isNew ? "new-password" : "current-password"}
      {...(isNew ? { minLength: 8 } : {})}
      maxLength={200}
      {...rest}
    />
  );
}
