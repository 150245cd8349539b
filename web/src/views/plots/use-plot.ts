import type { ProtocolOptions } from '@arbolito/core';
import { useMemo, useRef } from 'react';
import type { Book } from '../../book/book';
import { type JudgedPlot, judgedPlot } from '../../book/on-plot';
import { groundOf, type PlotGround, type SpeciesCodes } from '../../book/plot-scene';
import { rowsOfTrees, type TreeRow } from '../../book/tree-row';
import { byId } from '../../book/versions';
import type { RecordOf } from '../../contract/envelope';
import { useBook } from '../../field/use-book';
import type { SheetState } from '../../field/use-sheet';

/** A plot with all that is shown of it. */
export interface PlotState {
  readonly record: RecordOf<'plot'>;
  readonly stratum: RecordOf<'stratum'> | null;
  readonly judged: JudgedPlot;
  readonly ground: PlotGround;
  /** Its trees in the order of their making, struck-out ones left out. */
  readonly rows: readonly TreeRow[];
}

/**
 * One plot as it stands on this device. What another thread worked out of its trees is overlaid with the trees that this
 * page holds: what was kept a moment ago is there at once.
 */
export function usePlot(sheet: SheetState, id: string): PlotState | null {
  const book = useBook((s) => s.book);
  const held = useBook((s) => s.held);
  const survey = sheet.head.survey.entity;
  const record = book.find('plot', id);
  const stratum = book.find('stratum', record?.body.stratum);
  const owner = book.find('survey', survey);
  const judged = useMemo(() => (record ? judgedPlot(owner, record, stratum) : null), [owner, record, stratum]);
  const ground = useMemo(() => (record && owner ? groundOf(owner, record, stratum) : null), [owner, record, stratum]);
  const options = sheet.head.protocol.options;
  const worked = useRef<Worked>(new Map());
  const told = useMemo(() => new Map(sheet.rows.map((r) => [r.id, r])), [sheet.rows]);
  const rows = useMemo(() => {
    const own = new Map(sheet.rows.filter((r) => r.plot === id).map((r) => [r.id, r]));
    for (const row of heldRows(book, survey, held, options, worked.current)) {
      const known = told.get(row.id);
      if (row.plot === id)
        own.set(row.id, { ...row, among: known?.among ?? row.among, wantsHeight: known?.wantsHeight ?? row.wantsHeight });
      else own.delete(row.id);
    }
    return [...own.values()].filter((r) => !r.struck).sort(byId);
  }, [sheet.rows, told, book, held, survey, id, options]);
  if (!record || !judged || !ground) return null;
  return { record, stratum, judged, ground, rows };
}

/** Rows by tree, with what each follows from: of a day's trees on one page only the last one is worked out. */
type Worked = Map<string, { readonly of: readonly unknown[]; readonly row: TreeRow }>;

/** The rows of the trees that this page holds itself. */
function heldRows(book: Book, survey: string, held: ReadonlySet<string>, protocol: ProtocolOptions, worked: Worked): readonly TreeRow[] {
  return [...held].flatMap((id) => {
    const record = book.find('tree', id);
    if (record?.body.survey !== survey) return [];
    const { plot, species } = record.body;
    // a plot's own version, its stratum's and the survey's decide whether a tree is in
    const ground = book.find('plot', plot);
    const of = [
      book.tree(id),
      book.isStruck(id),
      book.find('species', species),
      ground,
      book.find('stratum', ground?.body.stratum),
      book.find('survey', survey),
      protocol,
    ];
    const known = worked.get(id);
    if (known?.of.every((v, i) => v === of[i])) return [known.row];
    const [row] = rowsOfTrees(book, survey, [id], { protocol });
    if (!row) return [];
    worked.set(id, { of, row });
    return [row];
  });
}

/** Letters for each species of a survey, the commonest first in the first ink. */
export function speciesCodes(book: Book, rows: readonly TreeRow[]): SpeciesCodes {
  const counts = new Map<string | null, number>();
  for (const { species } of rows) counts.set(species, (counts.get(species) ?? 0) + 1);
  const codes = new Map(book.all('species').map((s) => [s.body.name, s.body.code]));
  const byCount = [...counts].sort((a, b) => Number(a[0] === null) - Number(b[0] === null) || b[1] - a[1]);
  return new Map(
    byCount.map(([species], i) => [
      species,
      { code: species === null ? '?' : (codes.get(species) ?? species.slice(0, 3)), ink: Math.min(i, INKS - 1) },
    ]),
  );
}
const INKS = 5;
