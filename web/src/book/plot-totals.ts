import { limitOf, metres, radians } from '@arbolito/core';
import type { RuleInput } from '../contract/sampling';
import { ruleOf } from './inclusion';
import { type StandRow, standRow } from './stand-row';
import type { TreeRow } from './tree-row';
import type { TreesHere } from './trees-here';

/** What the trees of one plot come to. */
export interface PlotTotals {
  readonly trees: number;
  /** m², of these trees; those without a diameter are not in it. */
  readonly basalArea: number;
  /** m² of a hectare; null where nobody said how large the plot is, or where it stands on none. */
  readonly perHectare: number | null;
  readonly withoutDiameter: number;
  /** m³ and board feet of the trees that have a volume, and how many these are. */
  readonly volume: number;
  readonly withVolume: number;
  readonly boardFeet: Readonly<Record<string, number>>;
  readonly withBoards: number;
}

/**
 * Running totals of the trees of one plot: those that count, each with how many alike it stands for. The many that were told
 * are added up once, and each that came since is added to them.
 * @param rule how trees come into it; null where that is not known
 */
export function plotTotals(here: TreesHere, rule: RuleInput | null): PlotTotals {
  const { told, fresh, replaced } = here;
  // what was replaced is never taken away again: differences drift
  return replaced.size > 0 ? plus(NOTHING, here.all, rule) : plus(toldTotals(told, rule), fresh, rule);
}

function toldTotals(told: readonly TreeRow[], rule: RuleInput | null): PlotTotals {
  const known = TOLD.get(told);
  if (known?.rule === rule) return known.totals;
  const totals = plus(NOTHING, told, rule);
  TOLD.set(told, { rule, totals });
  return totals;
}
const TOLD = new WeakMap<readonly TreeRow[], { readonly rule: RuleInput | null; readonly totals: PlotTotals }>();

const NOTHING: PlotTotals = {
  trees: 0,
  basalArea: 0,
  perHectare: 0,
  withoutDiameter: 0,
  volume: 0,
  withVolume: 0,
  boardFeet: {},
  withBoards: 0,
};

function plus(before: PlotTotals, rows: readonly TreeRow[], rule: RuleInput | null): PlotTotals {
  let { trees, basalArea, withoutDiameter, volume, withVolume, withBoards } = before;
  let perHectare = before.perHectare ?? 0;
  const boardFeet: Record<string, number> = { ...before.boardFeet };
  for (const row of rows) {
    if (row.struck || row.notCounted !== null) continue;
    const { count } = row;
    trees += count;
    const g = row.out.includes('diameter') ? null : row.basalArea;
    if (g === null) withoutDiameter += count;
    else {
      basalArea += count * g;
      perHectare += rule ? count * g * standsFor(standRow(row), rule) : 0;
    }
    if (row.out.length > 0) continue;
    if (row.volume !== null) {
      volume += count * row.volume;
      withVolume += count;
    }
    if (row.boards) {
      withBoards += count;
      for (const [name, feet] of Object.entries(row.boards.boardFeet)) boardFeet[name] = (boardFeet[name] ?? 0) + count * feet;
    }
  }
  return { trees, basalArea, perHectare: rule ? perHectare : null, withoutDiameter, volume, withVolume, boardFeet, withBoards };
}

/** How many trees of a hectare one stands for, with what makes up for the tract's edge; 0 without a diameter. */
export function standsFor({ edge, dbh }: Pick<StandRow, 'edge' | 'dbh'>, rule: RuleInput): number {
  if (dbh === null) return 0;
  // a plot is as large for every bearing
  return (edge ?? 1) * (limitOf(ruleOf(rule), metres(dbh), radians(0))?.perHectare ?? 0);
}
