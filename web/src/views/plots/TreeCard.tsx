import { fromMetres, metres, type ProtocolOptions, showDiameter, showHeight } from '@arbolito/core';
import { useEffect } from 'react';
import { Link } from 'wouter';
import { placeOf } from '../../book/on-plot';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import { bookStore } from '../../field/book-store';
import { useBook } from '../../field/use-book';
import { AskedOfTree } from '../../ui/AskedOfTree';
import { TreeConflicts } from '../../ui/Conflicts';
import { verdictOf } from '../../ui/plot/plot-words';
import { PLOT_ACTIONS } from './plot-actions';
import { sayPlaceOf } from './TreeHere';
import { EMPTY_FORM, type TreeForm } from './tree-form';

interface Props {
  readonly row: TreeRow;
  readonly survey: Stated<'survey'>;
  readonly protocol: ProtocolOptions;
  readonly onPlace: (form: TreeForm) => void;
  readonly onClose: () => void;
}

/** The tree that was tapped: what is known of it, what its survey asks, and on to measure it. */
export function TreeCard({ row, survey, protocol, onPlace, onClose }: Props) {
  const { units } = protocol;
  const book = useBook((s) => s.book);
  const record = book.find('tree', row.id);
  const held = useBook((s) => s.held.has(row.id));
  // what is said of it can only be changed once all of it is here
  useEffect(() => {
    if (!held) void bookStore.openAsked(row.id);
  }, [held, row.id]);
  const { inclusion, unsaid } = row.onPlot;
  const place = record ? placeOf(record.body) : null;
  const verdict = inclusion && place ? verdictOf(inclusion, place, row.onPlot.undecided ? 'estimate' : 'diameter-tape', units) : null;
  const facts = [
    row.species ?? 'species not said',
    row.dbh === null ? 'no diameter yet' : showDiameter(metres(row.dbh), units),
    row.height === null ? (row.wantsHeight ? 'wants a height' : null) : `${showHeight(metres(row.height), units)} high`,
    row.onPlot.at ? sayPlaceOf(row, units) : 'not placed',
  ];
  return (
    <section className="border-y-2 border-ink py-2" aria-label={`Tree ${row.tag}`} data-tree-card>
      <div className="flex items-start justify-between gap-2">
        <h2 className="text-title leading-tight font-semibold">Tree {row.tag}</h2>
        <button type="button" className="chip" aria-label="Close" onClick={onClose}>
          ×
        </button>
      </div>
      <p className="text-plain">{facts.filter(Boolean).join(', ')}</p>
      {verdict && (
        <p className="text-plain">
          {verdict.says} {verdict.todo}
        </p>
      )}
      <TreeConflicts book={book} tree={row.id} units={units} />
      {unsaid && <p className="text-plain text-soft">{unsaid.reason}</p>}
      {row.notCounted && <p className="text-plain text-berry">{NOT_COUNTED[row.notCounted]}</p>}
      <div className="mt-2 flex flex-wrap gap-2">
        <Link className="button" href={`/measure?survey=${survey.entity}&tree=${row.id}`}>
          Measure it
        </Link>
        <button
          type="button"
          className="button"
          disabled={!record}
          onClick={() =>
            onPlace({
              ...EMPTY_FORM,
              ...(place
                ? {
                    // in the unit it was read in, whatever the survey's own is
                    distance: `${place.value} ${place.unit}`,
                    bearing: place.bearing === undefined ? '' : String(place.bearing),
                    elevation: place.elevation === undefined ? '' : String(place.elevation),
                    along: place.along,
                    to: place.to,
                    by: place.by,
                  }
                : {}),
              diameter: row.dbh === null ? '' : String(Number(fromMetres(metres(row.dbh), units === 'us' ? 'in' : 'cm').toFixed(1))),
            })
          }
        >
          {row.onPlot.at ? 'Place it again' : 'Place it'}
        </button>
      </div>
      {record && (
        <div className="mt-2">
          <AskedOfTree protocol={protocol} said={row.said} onSay={(change) => PLOT_ACTIONS.sayOfTree(record, change)} />
        </div>
      )}
    </section>
  );
}

const NOT_COUNTED = {
  status: 'Not counted: its survey counts no trees of its status.',
  'too-thin': 'Not counted: it is thinner than any tree that is looked for.',
  out: 'Not counted: it stands outside.',
} as const;
