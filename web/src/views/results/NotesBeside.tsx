import type { SurveyResults } from '../../book/survey-results';

const WHY = { status: 'by their status', 'too-thin': 'thinner than what counts', out: 'outside their plot' } as const;
const MOST = 12;

/** What is left out, assumed, or to be known beside the figures. */
export function NotesBeside({ results }: { results: SurveyResults }) {
  const { notes, uncounted, intervals } = results;
  const left = (Object.keys(WHY) as (keyof typeof WHY)[]).flatMap((why) => (uncounted[why] > 0 ? [`${uncounted[why]} ${WHY[why]}`] : []));
  return (
    <section className="mt-6 max-w-prose text-plain" data-notes>
      <h2 className="text-title font-semibold">Beside the figures</h2>
      <ul className="mt-1 list-disc pl-5">
        {results.result.per !== 'list' && (
          <li>
            {intervals === 'sampling'
              ? '± is the sampling’s alone: errors of the height curve and of the form factor are not in it.'
              : '± of volumes holds the errors of the height curve and of the form factor too, simulated, each the same for all trees of its species.'}
          </li>
        )}
        {left.length > 0 && <li>Trees in no sum: {left.join(', ')}.</li>}
        {notes.map((n) => (
          <li key={n.code + n.what}>
            {n.what}
            {n.of.length > 0 && (
              <span className="text-soft">
                {' '}
                {n.of.slice(0, MOST).join(', ')}
                {n.of.length > MOST && ` and ${n.of.length - MOST} more`}.
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
