import {
  curveFor,
  DomainError,
  type HeightCurves,
  meanOverPlots,
  type NeededPlots,
  type OffTree,
  overStrata,
  type ProtocolOptions,
  plotsInAll,
  type StandResult,
  type UnitSystem,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { NotCounted } from './asked';
import type { Book } from './book';
import { preparedOf } from './prepare-survey';
import { aimOf, type StandOptions, type SurveyStand, standOf } from './stand';
import { standRow } from './stand-row';
import { type StandWord, sayTree } from './stand-words';
import type { Stated } from './things';
import type { TreeRow } from './tree-row';
import { usable } from './usable';

/** How sure a survey is to be, as its design says. */
export interface Goal {
  /** Sampling error, as a share; null where nobody set one. */
  readonly error: number | null;
  /** As a share. */
  readonly confidence: number;
}
/** Where nobody says otherwise. */
export const USUAL_CONFIDENCE = 0.95;
export const goalOf = ({ body }: Stated<'survey'>): Goal => ({
  error: body.design?.goal == null ? null : body.design.goal / 100,
  confidence: body.design?.confidence == null ? USUAL_CONFIDENCE : body.design.confidence / 100,
});

/** How sure a survey is so far. */
export interface Precision extends Goal {
  /** What it is of. */
  readonly of: 'volume' | 'basalArea' | 'trees';
  /** Sampling error, as a share. */
  readonly reached: number;
  readonly plots: number;
  /** Plots in all that the goal needs; null without a goal. */
  readonly needed: NeededPlots | null;
}

/** A measured tree on the picture of the height curve. */
export interface CurveDot {
  readonly id: string;
  readonly label: string;
  readonly species: string | null;
  readonly dbh: number;
  readonly height: number;
}
/** A measured tree off its curve. */
export interface OffDot extends CurveDot, Pick<OffTree, 'expected' | 'deviation' | 'causes'> {}

/** Everything that the page of results shows: plain, so that it can be posted. */
export interface SurveyResults extends StandOptions {
  readonly units: UnitSystem;
  readonly kind: RecordOf<'survey'>['body']['kind'];
  readonly result: StandResult;
  readonly precision: Precision | null;
  readonly goal: Goal;
  /** Sampling error as plot came to plot. */
  readonly path: readonly { readonly plots: number; readonly error: number }[];
  readonly curves: HeightCurves;
  readonly dots: readonly CurveDot[];
  readonly off: readonly OffDot[];
  /** How many heights were measured, and how many are a curve's. */
  readonly measured: number;
  readonly byCurve: number;
  readonly next: { readonly id: string; readonly label: string; readonly before: number; readonly after: number } | null;
  readonly uncounted: Readonly<Record<NotCounted, number>>;
  readonly notes: readonly StandWord[];
  readonly plotNames: ReadonlyMap<string, string>;
}

/** A picture has room for so many dots. */
const DOTS = 600;

/** A survey's figures from its rows, with all that its page shows. */
export function resultsOf(
  book: Book,
  survey: Stated<'survey'>,
  options: ProtocolOptions,
  rows: readonly TreeRow[],
  asked: StandOptions,
): SurveyResults {
  const prepared = preparedOf(book, { survey, options }, rows.map(standRow));
  const stand = standOf(prepared, asked);
  const { filled, result } = stand;
  const label = (id: string) => sayTree(prepared.label(id));
  const trees = prepared.trees.filter((t) => t.trusted && t.dbh !== null && t.height !== null && curveFor(filled.curves, t.species));
  const every = Math.ceil(trees.length / DOTS);
  const uncounted: Record<NotCounted, number> = { status: 0, 'too-thin': 0, out: 0 };
  for (const { why, count } of prepared.uncounted) uncounted[why] += count;
  const goal = goalOf(survey);
  return {
    ...asked,
    units: options.units,
    kind: survey.body.kind,
    result,
    goal,
    precision: precisionOf(stand, goal),
    path: pathOf(stand),
    curves: filled.curves,
    dots: trees
      .filter((_, i) => i % every === 0)
      .map((t) => ({ id: t.id, label: label(t.id), species: t.species, dbh: t.dbh ?? 0, height: t.height ?? 0 })),
    off: filled.off.map(({ id, species, dbh, height, expected, deviation, causes }) => {
      return { id, label: label(id), species, dbh, height, expected, deviation, causes };
    }),
    measured: prepared.trees.filter((t) => t.height !== null).length,
    byCurve: filled.byCurve,
    next: filled.next && { id: filled.next.id, label: label(filled.next.id), before: filled.next.before, after: filled.next.after },
    uncounted,
    notes: stand.notes,
    plotNames: prepared.plotNames,
  };
}

/** How sure a survey is so far; null where no interval can be said. */
export function precisionOf({ result: { whole, per } }: Pick<SurveyStand, 'result'>, goal: Goal): Precision | null {
  if (!whole || per === 'list') return null;
  const { of, estimate } = aimOf(whole);
  if (estimate.samplingError === null || estimate.n < 2) return null;
  const needed = goal.error === null ? null : plotsInAll(estimate, goal.error, goal.confidence);
  return { ...goal, of, reached: estimate.samplingError, plots: estimate.n, needed };
}

/** The same with what a survey's page and the home page show by themselves. */
export function precisionNow(book: Book, survey: Stated<'survey'>, options: ProtocolOptions, rows: readonly TreeRow[]): Precision | null {
  // trees that are a list and no sample have no sampling error
  if (survey.body.kind !== 'fixed-plots' && survey.body.kind !== 'points' && survey.body.kind !== 'strip') return null;
  const goal = goalOf(survey);
  // a list of surveys doesn't end at one whose figures can't be worked out: its own page says why
  const stand = usable(() =>
    standOf(preparedOf(book, { survey, options }, rows.map(standRow)), { confidence: goal.confidence, intervals: 'sampling' }),
  );
  return stand instanceof DomainError ? null : precisionOf(stand, goal);
}

const STEPS = 60;
/** Sampling error with the first plots only, in the order of their names: how it fell as they came. */
function pathOf({ result, prepared, confidence }: SurveyStand): SurveyResults['path'] {
  const { how, plots, strata } = prepared.land;
  if (how !== 'plots' || !result.whole || plots.some((p) => p.counted !== null)) return [];
  const { of } = aimOf(result.whole);
  const areas = new Map(strata.map((s) => [s.id, s.area]));
  const there = result.plots.filter((p) => strata.length === 0 || areas.get(p.stratum ?? '') != null);
  const every = Math.ceil(there.length / STEPS);
  const path: { plots: number; error: number }[] = [];
  for (let n = 3; n <= there.length; n += n + every > there.length && n < there.length ? there.length - n : every) {
    const groups = new Map<string | null, (typeof there)[number][]>();
    for (const p of there.slice(0, n)) groups.set(p.stratum, [...(groups.get(p.stratum) ?? []), p]);
    const found = [...groups].map(([stratum, own]) => ({
      area: areas.get(stratum ?? '') ?? 1,
      part: meanOverPlots(own.map((p) => p[of])),
    }));
    const { samplingError } = overStrata(found, confidence);
    if (samplingError !== null) path.push({ plots: n, error: samplingError });
  }
  return path;
}
