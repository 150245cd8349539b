import { formatNumber } from '@arbolito/core';
import { useBook } from '../field/use-book';

/** How far a survey is here that is only partly here, and when the rest comes. */
export function Coming({ here, of }: { readonly here: number; readonly of: number }) {
  const reached = useBook((s) => s.reached);
  return (
    <span role="status" className="mt-1 flex max-w-prose flex-wrap items-center gap-x-3 text-[15px] text-soft">
      <progress className="h-2 min-w-32 flex-1 accent-resin" value={here} max={of} aria-label="How much of the survey is here" />
      <span>
        {formatNumber(here, 0)} of {formatNumber(of, 0)} records are here
        {reached === false && '; the others come when the server answers'}
      </span>
    </span>
  );
}
