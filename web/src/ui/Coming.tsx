import { formatNumber } from '@arbolito/core';
import { useBook } from '../field/use-book';

/** How far a survey is here that is only partly here, and when the rest comes. */
export function Coming({ here, of }: { readonly here: number; readonly of: number }) {
  const reached = useBook((s) => s.reached);
  return (
    <span role="status" className="mt-2 flex max-w-prose flex-wrap items-center gap-x-3 gap-y-1 text-plain text-soft">
      <svg
        viewBox="0 0 100 10"
        preserveAspectRatio="none"
        className="h-2 w-40 border border-edge"
        role="progressbar"
        aria-label="How much of the survey is here"
        aria-valuenow={here}
        aria-valuemin={0}
        aria-valuemax={of}
      >
        <rect width={(100 * here) / of} height="10" fill="var(--wood)" />
      </svg>
      <span>
        {formatNumber(here, 0)} of {formatNumber(of, 0)} records are here
        {reached === false && '; the others come when the server answers'}
      </span>
    </span>
  );
}
