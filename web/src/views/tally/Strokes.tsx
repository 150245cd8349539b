import { memo } from 'react';
import type { SpeciesCodes } from '../../book/plot-scene';
import { cellOf, classesBetween, type StrokeClasses, type Strokes } from '../../book/strokes';
import { StrokeFigure } from '../../ui/StrokeFigure';

/** One cell of the tally: a species and a class. */
export interface Cell {
  readonly species: string | null;
  readonly of: number;
}

/** A stroke that is not made yet, and how many it will be. */
export interface Coming extends Cell {
  readonly count: number;
}

interface Props {
  readonly strokes: Strokes;
  readonly classes: StrokeClasses;
  readonly codes: SpeciesCodes;
  readonly chosen: Cell | null;
  /** The tree in the line, before it is kept: where its stroke will be. */
  readonly coming: Coming | null;
  readonly onCell: (cell: Cell) => void;
}

/** The strokes of a paper tally: classes down, species across. A cell opens its trees. */
export const StrokesTable = memo(function StrokesTable({ strokes, classes, codes, chosen, coming, onCell }: Props) {
  const all = coming && !strokes.classes.includes(coming.of) ? [...strokes.classes, coming.of].sort((a, b) => a - b) : strokes.classes;
  const known = coming && !codes.has(coming.species) ? [...codes, [coming.species, { code: '+', ink: codes.size }] as const] : [...codes];
  const species = known.filter(([name]) => name === coming?.species || all.some((of) => strokes.counts.has(cellOf(name, of))));
  if (species.length === 0)
    return (
      <p className="p-2 text-small text-soft">
        Strokes grow here, {classes.width} {classes.unit} to a class.
      </p>
    );
  return (
    <table className="w-full text-left text-plain" data-strokes-table>
      <thead>
        <tr className="border-b border-edge">
          <th className="pr-2 text-right text-note font-normal text-soft">{classes.unit}</th>
          {species.map(([name, { code, ink }]) => (
            <th
              key={name}
              scope="col"
              className="px-1 font-semibold"
              style={{ color: `var(--ink-${ink + 1})` }}
              title={name ?? 'no species'}
            >
              {code}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {classesBetween(all, classes).map((of) => (
          <tr key={of} className="border-b border-rule">
            <th scope="row" className="figure pr-2 text-right font-normal text-soft">
              {of}
            </th>
            {species.map(([name, { ink, code }]) => {
              const count = strokes.counts.get(cellOf(name, of)) ?? 0;
              return (
                <td key={name} className="px-1">
                  {count > 0 && (
                    <button
                      type="button"
                      className="min-h-6 min-w-6 rounded aria-pressed:bg-resin-bg"
                      style={{ color: `var(--ink-${ink + 1})` }}
                      aria-label={`${count} ${code} of class ${of}`}
                      aria-pressed={chosen?.species === name && chosen.of === of}
                      onClick={() => onCell({ species: name, of })}
                    >
                      <StrokeFigure count={count} />
                    </button>
                  )}
                  {coming?.species === name && coming.of === of && (
                    <span className="figure rounded bg-resin-bg px-1 text-resin-text" data-coming>
                      +{coming.count}
                    </span>
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
});
