import type { TreeRow } from '../../book/tree-row';
import { findingsIn } from '../../book/tree-row';
import type { PlotState } from '../../field/use-plot';

interface Lack {
  readonly says: string;
  readonly trees: readonly TreeRow[];
}

/** What a plot still lacks, the gravest first: nobody wants to walk back for it. */
export function lacksOf({ rows, record, ground }: PlotState): readonly Lack[] {
  const counted = rows.filter((r) => r.notCounted === null || r.notCounted === 'out');
  const of = (says: string, holds: (r: TreeRow) => boolean): Lack => ({ says, trees: counted.filter(holds) });
  const looks = ground.rule !== null;
  return [
    of('on the edge: tape distance and diameter', (r) => r.onPlot.undecided),
    of('without a diameter', (r) => r.dbh === null && r.stems.length === 0),
    of('to look at', (r) => r.trouble !== null || findingsIn(r).some((f) => f.severity !== 'advice')),
    of('without a species', (r) => r.species === null),
    of('not answered', (r) => r.unanswered.length > 0),
    of('to get a height', (r) => r.wantsHeight),
    // several alike stand nowhere in particular
    ...(looks && record.body.counted == null
      ? [of('whose distance is not told', (r) => r.count === 1 && r.onPlot.inclusion === null && r.onPlot.unsaid === null)]
      : []),
  ].filter((l) => l.trees.length > 0);
}

const MOST = 12;

export function BeforeLeaving({ plot, onTree }: { plot: PlotState; onTree: (id: string) => void }) {
  const lacks = lacksOf(plot);
  if (plot.rows.length === 0) return null;
  return (
    <section aria-label="Before you leave" data-before-leaving>
      <h2 className="text-lead font-semibold">{lacks.length === 0 ? 'Nothing is missing here' : 'Before you leave'}</h2>
      <ul className="text-plain">
        {lacks.map(({ says, trees }) => (
          <li key={says} className="border-b border-rule py-1">
            <span>
              {trees.length} {says}:
            </span>{' '}
            {trees.slice(0, MOST).map((t) => (
              <button
                key={t.id}
                type="button"
                className="figure mr-2 min-h-11 min-w-11 underline decoration-edge underline-offset-4"
                onClick={() => onTree(t.id)}
              >
                {t.tag}
              </button>
            ))}
            {trees.length > MOST && '…'}
          </li>
        ))}
      </ul>
    </section>
  );
}
