/** A row of choices about the value in the field. */
export const Row = ({ children, label }: { children: React.ReactNode; label?: string }) =>
  label ? (
    <fieldset className="flex min-h-12 min-w-0 items-center gap-1.5">
      <legend className="sr-only">{label}</legend>
      {children}
    </fieldset>
  ) : (
    <div className="flex min-h-12 gap-1.5">{children}</div>
  );

export function Choice({ label, name, on, pick }: { label: string; name?: string; on: boolean; pick: () => void }) {
  return (
    <button
      type="button"
      className="chip min-w-0 flex-1 px-1"
      aria-label={name}
      aria-pressed={on}
      onPointerDown={(e) => e.preventDefault()}
      onClick={pick}
    >
      {label}
    </button>
  );
}
