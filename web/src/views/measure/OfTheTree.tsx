import { Link } from 'wouter';
import { saidOf } from '../../book/asked';
import { isOut, judgedPlot, onPlot } from '../../book/on-plot';
import { useBook } from '../../field/use-book';
import { AskedOfTree } from '../../ui/AskedOfTree';
import type { MeasureModel } from './use-measure';

/** What goes with a tree beside its readings: whether it is in its plot, and what its survey asks of every tree. */
export default function OfTheTree({ m }: { m: MeasureModel }) {
  const book = useBook((s) => s.book);
  const { found } = m.tree;
  if (!found) return null;
  const plot = book.find('plot', m.plot);
  const survey = found.record.body.survey;
  const stands = plot ? onPlot(found.record, judgedPlot(book, survey, plot), m.result) : null;
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
      <AskedOfTree protocol={m.protocol.options} said={saidOf(found.record.body)} onSay={m.setTree} />
    </div>
  );
}

function sayStanding(stands: ReturnType<typeof onPlot>): string {
  if (stands.undecided) return 'On the edge of its plot: tape distance and diameter.';
  if (isOut(stands)) return 'Outside its plot: it is not counted.';
  return stands.inclusion?.in ? 'In its plot.' : '';
}
