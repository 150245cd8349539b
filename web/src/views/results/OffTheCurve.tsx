import { formatNumber, metres, type OffCause, showDiameter, showHeight } from '@arbolito/core';
import type { SurveyResults } from '../../book/survey-results';

const CAUSES: Readonly<Record<OffCause, string>> = {
  'girth-as-diameter': 'a girth taken for a diameter',
  'diameter-as-girth': 'a diameter taken for a girth',
  'feet-as-metres': 'a height in feet taken for metres',
  'metres-as-feet': 'a height in metres taken for feet',
  'inches-as-centimetres': 'inches taken for centimetres',
};
const MOST = 12;

/** Measured trees that lie far off their curve: each leads to its readings. */
export function OffTheCurve({ results, survey }: { results: SurveyResults; survey: string }) {
  const { off, units } = results;
  if (off.length === 0) return null;
  return (
    <section className="mt-6 border-l-4 border-berry pl-3" data-off>
      <h2 className="text-title font-semibold">{off.length === 1 ? 'One tree lies' : `${off.length} trees lie`} far off the curve</h2>
      <ul className="mt-1">
        {off.slice(0, MOST).map((o) => (
          <li key={o.id} className="py-0.5">
            <a
              className="inline-flex min-h-11 items-center font-semibold underline decoration-edge underline-offset-4"
              href={`/measure?survey=${survey}&tree=${o.id}`}
            >
              {o.label}
            </a>{' '}
            <span className="figure">
              {showDiameter(metres(o.dbh), units)}, {showHeight(metres(o.height), units)}
            </span>
            : the curve gives {showHeight(metres(o.expected), units)}, {formatNumber(Math.abs(o.deviation), 1)} standard deviations{' '}
            {o.deviation > 0 ? 'lower' : 'higher'}.{' '}
            {o.causes.length > 0 ? `Maybe ${o.causes.map((c) => CAUSES[c]).join(', or ')}?` : 'Look at its readings; it may simply be so.'}
          </li>
        ))}
      </ul>
      {off.length > MOST && <p className="text-soft">and {off.length - MOST} more.</p>}
    </section>
  );
}
