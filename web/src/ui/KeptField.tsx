import { useState } from 'react';

export type ReadText<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string };

interface Props<T> {
  readonly label: string;
  readonly hint?: string;
  /** As it is kept. */
  readonly value: string;
  readonly figures?: boolean;
  readonly width?: string;
  readonly maxLength?: number;
  /** What a text means, empty text too. */
  readonly read: (text: string) => ReadText<T>;
  readonly onKeep: (value: T) => void;
}

/** Kept when it is left; what can't be taken stays in it, with the reason. */
export function KeptField<T>({ label, hint, value, figures = false, width = 'w-full', maxLength = 120, read, onKeep }: Props<T>) {
  const [text, setText] = useState<string | null>(null);
  const answer = text === null || text.trim() === value ? null : read(text.trim());
  return (
    <label className="flex min-w-0 flex-col gap-0.5 text-small text-soft">
      <span>
        {label} {hint && <span className="text-note">({hint})</span>}
      </span>
      <input
        className={`box ${width} text-ink ${figures ? 'figure text-lead' : 'text-base'}`}
        inputMode={figures ? 'decimal' : 'text'}
        autoComplete="off"
        maxLength={maxLength}
        value={text ?? value}
        aria-invalid={answer !== null && !answer.ok}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => {
          if (answer?.ok) onKeep(answer.value);
          if (answer === null || answer.ok) setText(null);
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {answer && !answer.ok && <span className="text-berry">{answer.reason}</span>}
    </label>
  );
}

/** Nothing typed is nothing said; anything else as it is read. */
export const orNothing =
  <T,>(read: (text: string) => ReadText<T>) =>
  (text: string): ReadText<T | null> =>
    text === '' ? { ok: true, value: null } : read(text);
