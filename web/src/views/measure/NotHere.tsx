import { lazy, Suspense } from 'react';
import { Frame } from '../../ui/frame/Frame';
import type { MeasureModel } from './use-measure';

/** What was struck out comes with the page of visits, which may not be here without a network. */
const OnlyOnline = () => <p className="text-soft">What was struck out is shown once the server answers.</p>;
const StruckOut = lazy(() =>
  import('./Visits').then(
    (v) => ({ default: v.StruckOut }),
    () => ({ default: OnlyOnline }),
  ),
);

/** Until the survey asked for is on this device nothing can be measured in it: its protocol is not known. */
export function NotHere({ m }: { m: MeasureModel }) {
  if (m.opening) return <Blank title="Opening the book …" />;
  if (m.struck)
    return (
      <Blank title="This survey was struck out">
        Nothing of it counts any more; what was read is kept. A single tree can be measured, and moved into a survey later.
      </Blank>
    );
  return (
    <Blank title="This survey is not on this device">
      It could not be fetched just now. A single tree can be measured all the same, and moved into the survey later.
    </Blank>
  );
}

function Blank({ title, children }: { title: string; children?: React.ReactNode }) {
  return (
    <Frame tab="measure">
      <h1 className="text-title font-semibold">{title}</h1>
      {children && (
        <>
          <p className="my-3 max-w-prose text-soft">{children}</p>
          <a className="button button-go" href="/measure">
            Measure one tree
          </a>
        </>
      )}
    </Frame>
  );
}

/** The tree in hand was struck out: nothing more is read of it until it is brought back. */
export function TreeStruck({ m, survey }: { m: MeasureModel; survey: { readonly id: string; readonly name: string } | null }) {
  return (
    <Frame tab="measure" survey={survey}>
      <h1 className="text-head font-semibold">This tree was struck out</h1>
      <p className="my-3 max-w-prose text-soft">What was read of it is kept and counts for nothing. It can be brought back at any time.</p>
      <Suspense fallback={null}>
        <StruckOut m={m} />
      </Suspense>
      <button type="button" className="button button-go mt-4" onClick={m.leaveTree}>
        Next tree
      </button>
    </Frame>
  );
}
