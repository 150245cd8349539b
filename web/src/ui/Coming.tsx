import { formatNumber } from '@arbolito/core';

/** How far a survey is here that is being taken in. */
export function Coming({ here, of }: { readonly here: number; readonly of: number }) {
  return (
    <p role="status" className="mt-3 flex max-w-prose flex-wrap items-center gap-x-3 text-[15px] text-soft">
      <progress className="h-2 min-w-32 flex-1 accent-resin" value={here} max={of} aria-label="How much of the survey is here" />
      {formatNumber(here, 0)} of {formatNumber(of, 0)} records are here
    </p>
  );
}
