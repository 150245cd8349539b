import { useMemo } from 'react';
import { Link, useLocation } from 'wouter';
import { type Said, saidOf, unanswered } from '../../book/asked';
import { type CalledQuantity, countOf } from '../../book/called';
import { isOut, judgedPlot, onPlot } from '../../book/on-plot';
import type { Stated } from '../../book/things';
import { bookStore } from '../../field/book-store';
import { tagAfter } from '../../field/tag-after';
import { useBook } from '../../field/use-book';
import { sheets } from '../../field/use-sheet';
import { AskedOfTree } from '../../ui/AskedOfTree';
import { oneOfAlike } from '../../ui/one-of-alike';
import type { MeasureModel } from './use-measure';

/** What goes with a tree beside its readings: whether it is in its plot, and what its survey asks of every tree. */
export default function OfTheTree({ m }: { m: MeasureModel }) {
  const book = useBook((s) => s.book);
  const { found } = m.tree;
  const survey = found?.record.body.survey ?? null;
  const plot = book.find('plot', m.plot);
  const owner = book.find('survey', survey);
  const stratum = book.find('stratum', plot?.body.stratum);
  // an outline is not looked through at every key
  const judged = useMemo(() => (plot ? judgedPlot(owner, plot, stratum) : null), [owner, plot, stratum]);
  if (!found) return null;
  const stands = judged && onPlot(found.record, judged, m.result);
  return (
    <div className="flex flex-col gap-2" data-of-the-tree>
      {plot && (
        <p className="text-plain">
          {stands && sayStanding(stands)}{' '}
          <Link
            className="inline-flex min-h-11 items-center underline decoration-edge underline-offset-4"
            href={`/plots?survey=${survey}&plot=${plot.entity}`}
          >
            Plot {plot.body.name} to scale
          </Link>
        </p>
      )}
      <CalledBefore record={found.record} still={found.called.quantities} read={found.visits.length > 0} />
      <Asked m={m} said={saidOf(found.record.body)} />
    </div>
  );
}

interface CalledBeforeProps {
  readonly record: Stated<'tree'>;
  /** What holds as it was called. */
  readonly still: readonly CalledQuantity[];
  /** Whether anything was read of it. */
  readonly read: boolean;
}

/** What was called of it before it was measured; of several alike one is made its own. */
function CalledBefore({ record, still, read }: CalledBeforeProps) {
  const [, go] = useLocation();
  const { called, survey, plot, tag } = record.body;
  if (!called) return null;
  const count = countOf(called);
  if (count === 1)
    return (
      <p className="text-plain text-soft" data-called>
        Called{called.typed ? <span className="figure"> {called.typed}</span> : ' by class'}:{' '}
        {still.length === 0 ? 'what was read took its place.' : `${still.join(' and ')} as called, until that is read.`}
      </p>
    );
  const one = async () => {
    const next = tagAfter(tag);
    const taken = await sheets().tagTaken(survey, record.entity, plot ?? null, next);
    const tree = bookStore.snapshot().book.find('tree', record.entity);
    const made = tree && oneOfAlike(tree, taken?.free ?? next, read);
    if (made) go(`/measure?survey=${survey}&tree=${made}`);
  };
  return (
    <div className="border-l-4 border-slate bg-slate-bg p-2 text-plain" data-called>
      It stands for {count} alike: {read ? 'what was read is of one of them.' : 'what is read here would be of none of them.'}
      <button type="button" className="chip mt-1 px-3" onClick={() => void one()}>
        make one its own and measure that
      </button>
    </div>
  );
}

function sayStanding(stands: ReturnType<typeof onPlot>): string {
  if (stands.undecided) return 'On the edge of its plot: tape distance and diameter.';
  if (isOut(stands)) return 'Outside its plot: it is not counted.';
  return stands.inclusion?.in ? 'In its plot.' : '';
}

/** Folded, so that the steps stay in sight; what is still open is said outside. */
function Asked({ m, said }: { m: MeasureModel; said: Said }) {
  const { options } = m.protocol;
  if ((options.asks?.length ?? 0) + (options.ownFields?.length ?? 0) === 0) return null;
  const open = unanswered(said, options);
  return (
    <details className="border-y border-rule">
      <summary className="flex min-h-11 cursor-pointer items-center text-plain">
        {open.length === 0 ? 'Asked of it: all answered' : `Asked of it: ${open.join(', ')}`}
      </summary>
      <div className="pb-2">
        <AskedOfTree protocol={options} said={said} onSay={m.setTree} />
      </div>
    </details>
  );
}
