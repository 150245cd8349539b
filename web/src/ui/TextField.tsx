interface Props {
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  /** Width of the box, as a class. */
  readonly width?: string;
  /** Digits, in the figures' own face. */
  readonly figures?: boolean;
  readonly inputMode?: 'text' | 'decimal' | 'numeric';
  readonly maxLength: number;
  readonly placeholder?: string;
  /** Why what is typed can not be taken; null where it can. */
  readonly refusal?: string | null;
}

/** A label over a box, and under it what is wrong with the text. */
export function TextField({ label, value, onChange, width = 'w-52', figures = false, refusal = null, ...rest }: Props) {
  return (
    <label className="flex flex-col gap-1 text-plain">
      {label}
      <input
        className={`box ${width} ${figures ? 'figure text-lead' : ''}`}
        autoComplete="off"
        value={value}
        aria-invalid={refusal !== null}
        onChange={(e) => onChange(e.target.value)}
        {...rest}
      />
      {refusal !== null && <span className="max-w-72 text-small text-berry">{refusal}</span>}
    </label>
  );
}
