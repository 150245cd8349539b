import { useState } from 'react';

const USUAL = ['read wrong', 'another tree', 'written twice', 'only a trial'];

interface Props {
  /** What would be struck out, in words. */
  readonly what: string;
  readonly onStrike: (reason: string) => void;
  readonly className?: string;
}

/** Strikes something out, once it is said why. */
export function StrikeOut({ what, onStrike, className = 'chip px-3' }: Props) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!open) {
    return (
      <button type="button" className={className} aria-label={`Strike out ${what}`} onClick={() => setOpen(true)}>
        strike out
      </button>
    );
  }
  return (
    <form
      className="flex w-full flex-wrap items-center gap-2 border-l-4 border-berry bg-berry-bg p-2"
      onSubmit={(e) => {
        e.preventDefault();
        onStrike(reason);
        setOpen(false);
      }}
    >
      <span className="w-full text-plain">Strike out {what}: why?</span>
      {USUAL.map((u) => (
        <button key={u} type="button" className="chip px-3" aria-pressed={reason === u} onClick={() => setReason(u)}>
          {u}
        </button>
      ))}
      <input
        aria-label="Why"
        className="box min-w-40 flex-1"
        placeholder="or in your words"
        value={reason}
        maxLength={200}
        onChange={(e) => setReason(e.target.value)}
      />
      <button type="submit" className="button">
        Strike out
      </button>
      <button type="button" className="button" onClick={() => setOpen(false)}>
        Leave it
      </button>
    </form>
  );
}
