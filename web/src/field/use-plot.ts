import type { ProtocolOptions } from '@arbolito/core';
import { useMemo, useRef } from 'react';
import type { Book } from '../book/book';
import { type JudgedPlot, judgedPlot } from '../book/on-plot';
import { groundOf, type PlotGround } from '../book/plot-scene';
import { rowsOfTrees } from '../book/rows-of';
import type { Stated } from '../book/things';
import type { TreeRow } from '../book/tree-row';
import { byIdOf, onceOf, type TreesHere, treesHere } from '../book/trees-here';
import { byId } from '../book/versions';
import { useBook } from './use-book';
import type { SheetState } from './use-sheet';

/** A plot with all that is shown of it. */
export interface PlotState {
  readonly record: Stated<'plot'>;
  readonly stratum: Stated<'stratum'> | null;
  readonly judged: JudgedPlot;
  readonly ground: PlotGround;
  /** Its trees in the order of their making, struck-out ones left out. */
  readonly rows: readonly TreeRow[];
}

/**
 * One plot as it stands on this device; null where it is not here.
 * @param here its trees
 */
export function usePlot(sheet: SheetState, id: string | null, here: TreesHere): PlotState | null {
  const record = useBook((s) => s.book.find('plot', id));
  const stratum = useBook((s) => s.book.find('stratum', record?.body.stratum));
  const owner = useBook((s) => s.book.find('survey', sheet.head.survey.entity));
  const judged = useMemo(() => (record ? judgedPlot(owner, record, stratum) : null), [owner, record, stratum]);
  const ground = useMemo(() => (record && owner ? groundOf(owner, record, stratum) : null), [owner, record, stratum]);
  const rows = useMemo(() => (record ? here.all.filter((r) => !r.struck) : NONE), [record, here]);
  return useMemo(
    () => (record && judged && ground ? { record, stratum, judged, ground, rows } : null),
    [record, stratum, judged, ground, rows],
  );
}

/**
 * The trees of a plot, or those that stand on none, in the order of their making, struck-out ones too. What another thread
 * worked out of them is overlaid with the trees that this page holds: what was kept a moment ago is there at once.
 * @param plot its id; null for the trees of a survey without plots
 */
export function useTreesOn(sheet: SheetState, plot: string | null): TreesHere {
  const book = useBook((s) => s.book);
  const held = useBook((s) => s.held);
  const survey = sheet.head.survey.entity;
  const options = sheet.head.protocol.options;
  const worked = useRef<Worked>(new Map());
  const told = useMemo(() => byPlot(sheet.rows).get(plot) ?? NONE, [sheet.rows, plot]);
  return useMemo(() => {
    const fresh: TreeRow[] = [];
    const gone = new Set<string>();
    for (const id of held) {
      const record = book.find('tree', id);
      if (record?.body.survey !== survey || (record.body.plot ?? null) !== plot) {
        // moved elsewhere or taken back
        gone.add(id);
        continue;
      }
      const row = heldRow(book, survey, record, options, worked.current);
      const known = byIdOf(told).get(id);
      if (row && (!known || !sameFigures(known, row)))
        fresh.push({ ...row, among: known?.among ?? row.among, wantsHeight: known?.wantsHeight ?? row.wantsHeight });
    }
    return treesHere(told, fresh.sort(byId), gone);
  }, [told, book, held, survey, plot, options]);
}
const NONE: readonly TreeRow[] = [];

/** Whether what was told of a tree is what this page makes of it: all but what its survey's other trees say. Compared once. */
function sameFigures(told: TreeRow, own: TreeRow): boolean {
  const known = COMPARED.get(own);
  if (known?.told === told) return known.same;
  const same = JSON.stringify({ ...told, ...UNTOLD }) === JSON.stringify({ ...own, ...UNTOLD });
  COMPARED.set(own, { told, same });
  return same;
}
const COMPARED = new WeakMap<TreeRow, { readonly told: TreeRow; readonly same: boolean }>();
const UNTOLD = { among: [], wantsHeight: false, from: '' };

/** The trees of each plot. */
const byPlot = onceOf((rows): ReadonlyMap<string | null, readonly TreeRow[]> => {
  const groups = new Map<string | null, TreeRow[]>();
  for (const row of rows) {
    const group = groups.get(row.plot);
    if (group) group.push(row);
    else groups.set(row.plot, [row]);
  }
  return groups;
});

/** Rows by tree, with what each follows from: of a day's trees on one page only the last one is worked out. */
type Worked = Map<string, { readonly of: readonly unknown[]; readonly row: TreeRow }>;

/** The row of a tree that this page holds itself. */
function heldRow(book: Book, survey: string, record: Stated<'tree'>, protocol: ProtocolOptions, worked: Worked): TreeRow | null {
  const { plot, species } = record.body;
  const id = record.entity;
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
  if (known?.of.every((v, i) => v === of[i])) return known.row;
  const [row] = rowsOfTrees(book, survey, [id], protocol);
  if (row) worked.set(id, { of, row });
  return row ?? null;
}
