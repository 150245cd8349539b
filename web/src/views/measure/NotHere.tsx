import { lazy } from 'react';
import { Late } from '../../ui/Late';
import type { MeasureModel } from './use-measure';

/** What was struck out comes with the page of visits, which may not be here without a network. */
const OnlyOnline = () => <p className="text-soft">What was struck out is shown once the server answers.</p>;
const StruckOut = lazy(() =>
  import('./Visits').then(
    (v) => ({ default: v.StruckOut }),
    () => ({ default: OnlyOnline }),
  ),
);

/** Why nothing can be measured here now, and the way on. */
export default function NotHere({ m }: { m: MeasureModel }) {
  if (m.treeStruck)
    return (
      <Instead
        title="This tree was struck out"
        text="What was read of it is kept and counts for nothing. It can be brought back at any time."
        go={
          <button type="button" className="button button-go mt-4" onClick={m.leaveTree}>
            Next tree
          </button>
        }
      >
        <Late>
          <StruckOut m={m} />
        </Late>
      </Instead>
    );
  const single = (
    <a className="button button-go" href="/measure">
      Measure one tree
    </a>
  );
  // until a survey is on this device its protocol is not known
  return m.struck ? (
    <Instead
      title="This survey was struck out"
      text="Nothing of it counts any more; what was read is kept. A single tree can be measured, and moved into a survey later."
      go={single}
    />
  ) : (
    <Instead
      title="This survey is not on this device"
      text="It could not be fetched just now. A single tree can be measured all the same, and moved into the survey later."
      go={single}
    />
  );
}

interface InsteadProps {
  readonly title: string;
  readonly text: string;
  readonly go: React.ReactNode;
  readonly children?: React.ReactNode;
}

function Instead({ title, text, go, children }: InsteadProps) {
  return (
    <>
      <h1 className="text-title font-semibold">{title}</h1>
      <p className="my-3 max-w-prose text-soft">{text}</p>
      {children}
      {go}
    </>
  );
}
