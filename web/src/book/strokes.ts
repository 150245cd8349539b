import { diameterClass, fromMetres, type LengthUnit, metres, type ProtocolOptions } from '@arbolito/core';
import type { TreeRow } from './tree-row';

/** The classes in which strokes are made: a survey's own, else usual ones of its units. */
export interface StrokeClasses {
  readonly width: number;
  readonly unit: LengthUnit;
  readonly names: 'middle' | 'lower-limit';
}
export const strokeClasses = ({ classWidth, classNames = 'middle', units }: ProtocolOptions): StrokeClasses =>
  classWidth ? { width: classWidth.value, unit: classWidth.unit, names: classNames } : { ...USUAL[units], names: classNames };
const USUAL = { us: { width: 2, unit: 'in' }, metric: { width: 4, unit: 'cm' } } as const;

/** The class a tree's stroke is made in; null while its diameter is not known. */
export const classOfRow = ({ dbh, stems }: Pick<TreeRow, 'dbh' | 'stems'>, { width, unit, names }: StrokeClasses): number | null => {
  const thickest = dbh ?? (stems.length > 0 ? Math.max(...stems.map((s) => s.dbh)) : null);
  return thickest === null ? null : diameterClass(fromMetres(metres(thickest), unit), width, names);
};

/** A paper tally: how many trees of each species and class. */
export interface Strokes {
  /** By name, ascending. */
  readonly classes: readonly number[];
  readonly counts: ReadonlyMap<string, number>;
  /** Trees of which no diameter is known. */
  readonly without: number;
}
export const cellOf = (species: string | null, of: number): string => `${of} ${species ?? ''}`;

/** The strokes of trees that count, struck-out ones left out. */
export function strokesOf(rows: readonly TreeRow[], classes: StrokeClasses): Strokes {
  const counts = new Map<string, number>();
  const there = new Set<number>();
  let without = 0;
  for (const row of rows) {
    if (row.struck || row.notCounted !== null) continue;
    const of = classOfRow(row, classes);
    if (of === null) {
      without += row.count;
      continue;
    }
    there.add(of);
    const cell = cellOf(row.species, of);
    counts.set(cell, (counts.get(cell) ?? 0) + row.count);
  }
  return { classes: [...there].sort((a, b) => a - b), counts, without };
}

/** All classes from the thinnest to the thickest that is there, so that gaps are seen. */
export function classesBetween(classes: readonly number[], { width }: StrokeClasses): readonly number[] {
  const [first, last] = [classes[0], classes.at(-1)];
  if (first === undefined || last === undefined) return [];
  const n = Math.round((last - first) / width);
  return n > MOST_ROWS ? classes : Array.from({ length: n + 1 }, (_, i) => Number((first + i * width).toPrecision(12)));
}
/** More lines than that nobody looks through: only the classes that have trees are shown. */
const MOST_ROWS = 24;
