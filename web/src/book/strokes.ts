import { diameterClass, fromMetres, type LengthUnit, metres, type ProtocolOptions } from '@arbolito/core';
import type { TreeRow } from './tree-row';
import type { TreesHere } from './trees-here';

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
export function strokesOf({ told, fresh, replaced }: TreesHere, classes: StrokeClasses): Strokes {
  const base = toldStrokes(told, classes);
  if (fresh.length === 0 && replaced.size === 0) return strokesFrom(base);
  const counted: Counted = { counts: new Map(base.counts), without: base.without };
  if (replaced.size > 0) for (const row of told) if (replaced.has(row.id)) stroke(counted, row, classes, -1);
  for (const row of fresh) stroke(counted, row, classes, 1);
  return strokesFrom(counted);
}

interface Counted {
  readonly counts: Map<string, number>;
  without: number;
}
function stroke(counted: Counted, row: TreeRow, classes: StrokeClasses, sign: 1 | -1): void {
  if (row.struck || row.notCounted !== null) return;
  const of = classOfRow(row, classes);
  if (of === null) {
    counted.without += sign * row.count;
    return;
  }
  const cell = cellOf(row.species, of);
  counted.counts.set(cell, (counted.counts.get(cell) ?? 0) + sign * row.count);
}
function strokesFrom({ counts, without }: Counted): Strokes {
  const there = new Set<number>();
  for (const [cell, count] of counts) if (count > 0) there.add(Number.parseFloat(cell));
  return { classes: [...there].sort((a, b) => a - b), counts, without };
}

/** Counts are whole: what is added to a list that was counted once never drifts. */
function toldStrokes(told: readonly TreeRow[], classes: StrokeClasses): Counted {
  const known = TOLD.get(told);
  if (known?.classes === classes) return known.counted;
  const counted: Counted = { counts: new Map(), without: 0 };
  for (const row of told) stroke(counted, row, classes, 1);
  TOLD.set(told, { classes, counted });
  return counted;
}
const TOLD = new WeakMap<readonly TreeRow[], { readonly classes: StrokeClasses; readonly counted: Counted }>();

/** All classes from the thinnest to the thickest that is there, so that gaps are seen. */
export function classesBetween(classes: readonly number[], { width }: StrokeClasses): readonly number[] {
  const [first, last] = [classes[0], classes.at(-1)];
  if (first === undefined || last === undefined) return [];
  const n = Math.round((last - first) / width);
  return n > MOST_ROWS ? classes : Array.from({ length: n + 1 }, (_, i) => Number((first + i * width).toPrecision(12)));
}
/** More lines than that nobody looks through: only the classes that have trees are shown. */
const MOST_ROWS = 24;
