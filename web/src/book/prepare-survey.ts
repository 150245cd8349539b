import {
  areaOfRule,
  DEFAULT_FORM_FACTOR,
  diameterClass,
  fromMetres,
  metres,
  metricFactorOf,
  type ProtocolOptions,
  type SpeciesFigures,
  SQUARE_METRES_PER_HECTARE,
  type StandInput,
  type StandPlot,
  type StandStratum,
  type UnfilledTree,
  USUAL_CLASSES,
} from '@arbolito/core';
import type { SurveyKind } from '../contract/kinds/survey';
import type { RuleInput } from '../contract/sampling';
import type { Book } from './book';
import { placeIn } from './id-list';
import { ruleOf } from './inclusion';
import { PlotsOf } from './on-plot';
import { standsFor } from './plot-totals';
import type { Prepared, Worth, WorthCode } from './prepared';
import { ruleOfPlot } from './sample';
import { thickestOf } from './stand';
import type { StandRow } from './stand-row';
import { sayTree } from './stand-words';
import type { Stated } from './things';

const HOW: Readonly<Record<SurveyKind, StandInput['how']>> = {
  'every-tree': 'every-tree',
  strip: 'strips',
  'fixed-plots': 'plots',
  points: 'plots',
  'single-trees': 'every-tree',
  street: 'every-tree',
  'record-list': 'every-tree',
};
/** Kinds whose trees stand for a stretch of land where its area is told; the others are lists. */
const OF_LAND: ReadonlySet<SurveyKind> = new Set<SurveyKind>(['every-tree', 'strip', 'fixed-plots', 'points']);

/** What of a survey speaks for its land beside its trees: everything but them must be in the book. */
export interface Ground {
  readonly survey: Stated<'survey'>;
  readonly options: ProtocolOptions;
}

/**
 * A survey made ready to be expanded.
 * @param book what belongs to no tree: plots, strata, species
 * @param rows of its trees, by id
 */
export function preparedOf(book: Book, { survey, options }: Ground, rows: readonly StandRow[]): Prepared {
  const { kind } = survey.body;
  const how = HOW[kind];
  const got = new Gathered(book, options, rows);
  const strata = book.partsOf(survey.entity, 'stratum').map(({ entity, body: { name, area = null } }): StandStratum => {
    if (area === null || isAbove(area)) return { id: entity, name, area };
    got.note('unusable-area', name);
    return { id: entity, name, area: null };
  });
  for (const thing of [
    book.find('survey', survey.entity),
    ...book.partsOf(survey.entity, 'stratum'),
    ...book.partsOf(survey.entity, 'plot'),
  ])
    if (thing && thing.conflicts.length > 0) got.note('conflicts', thing.body.name);
  const land = { strata: [] as readonly StandStratum[], thickest: thickestOf(options.units) };
  if (how === 'every-tree') {
    const known = OF_LAND.has(kind) && strata.length > 0 && strata.every((s) => s.area !== null);
    const area = known ? strata.reduce((sum, s) => sum + (s.area ?? 0), 0) : null;
    for (const row of got.counted) got.take(row, 0, (area === null ? 1 : SQUARE_METRES_PER_HECTARE / area) * row.count);
    return got.ready({ ...land, how, plots: [ALL], area }, new Map());
  }
  const plots = plotsOf(book, survey, got);
  for (const row of got.counted) {
    const at = row.plot === null ? undefined : plots.places.get(row.plot);
    if (at === undefined) {
      if (row.plot === null || !book.find('plot', row.plot)) got.note('without-plot', row);
      else if (book.isStruck(row.plot)) got.note('plot-struck', row);
      continue;
    }
    const weight = standsFor(row, at.rule) * row.count;
    const area = weight > 0 ? null : areaOfRule(ruleOf(at.rule));
    // a circle is as large for every tree
    if (weight > 0) got.take(row, at.index, weight);
    else if (area !== null) got.take(row, at.index, (SQUARE_METRES_PER_HECTARE / area) * row.count);
    else got.note('without-diameter', row);
    if (at.nearEdge && row.edge === null) got.note('edges-open', row);
  }
  if (plots.list.length > 1) got.note('grid');
  if (survey.body.design?.rule.kind === 'nested') got.note('nested-all');
  const sized = strata.map((s) => {
    const covered = plots.list.reduce((sum, p) => sum + (p.stratum === s.id ? (p.area ?? 0) : 0), 0);
    if (s.area === null || covered <= s.area * (1 + 1e-9)) return s;
    got.note('area-too-small', s.name);
    return { ...s, area: null };
  });
  return got.ready({ ...land, how, plots: plots.list, strata: sized, area: null }, plots.names);
}
const ALL: StandPlot = { id: 'all', stratum: null, area: null, counted: null };

/** Trees as they are gathered for the sums, and what is to be said beside them. */
class Gathered {
  readonly counted: readonly StandRow[];
  private readonly trees: UnfilledTree[] = [];
  private readonly worth = new Map<WorthCode, string[]>();
  private readonly classes = new Map<number, number>();
  private readonly uncounted: Prepared['uncounted'][number][] = [];
  private readonly plotNames = new Map<string, string>();
  /** Species whose form factor nobody told. */
  private readonly assumed = new Set<string>();
  /** Species whose form factor can't be one. */
  private readonly unusable = new Set<string>();

  constructor(
    private readonly book: Book,
    private readonly options: ProtocolOptions,
    rows: readonly StandRow[],
  ) {
    const here = rows.filter((r) => !r.struck);
    for (const row of here) {
      if (row.conflicts > 0) this.note('conflicts', row);
      if (row.notCounted !== null) this.uncounted.push({ id: row.id, ...this.labelOf(row), count: row.count, why: row.notCounted });
    }
    this.counted = here.filter((r) => r.notCounted === null);
  }

  note(code: WorthCode, of: StandRow | string | null = null): void {
    const list = this.worth.get(code) ?? [];
    this.worth.set(code, list);
    if (typeof of === 'string') list.push(of);
    else if (of !== null) list.push(sayTree(this.labelOf(of)));
  }

  private labelOf(row: StandRow): { plot: string; tree: string } {
    if (row.plot === null) return { plot: '', tree: row.tag };
    let plot = this.plotNames.get(row.plot);
    if (plot === undefined) {
      plot = this.book.find('plot', row.plot)?.body.name ?? '';
      this.plotNames.set(row.plot, plot);
    }
    return { plot, tree: row.tag };
  }

  /** Few are asked for: each is looked for in the rows, which are by id. */
  private labelById(id: string): { plot: string; tree: string } {
    const row = this.counted[placeIn(this.counted, id)];
    return row?.id === id ? this.labelOf(row) : { plot: '', tree: id };
  }

  /** The class of a diameter: many trees have the same, as it is read in tenths. */
  private classOf(dbh: number): number {
    const known = this.classes.get(dbh);
    if (known !== undefined) return known;
    const { value: width, unit } = this.options.classWidth ?? USUAL_CLASSES[this.options.units];
    const found = diameterClass(fromMetres(metres(dbh), unit), width, this.options.classNames ?? 'middle');
    this.classes.set(dbh, found);
    return found;
  }

  take(given: StandRow, plot: number, weight: number): void {
    const row = plain(given);
    const { id, species, speciesId, count, dbh, height, heightIsOld, basalArea, volume, boardFeet, product, grade, status, bad } = row;
    if (bad) this.note('values-out', row);
    if (!Number.isFinite(weight)) return;
    // one that was struck out is offered no more, and its figures hold for trees that name it
    const figures: SpeciesFigures | undefined = this.book.find('species', speciesId)?.body.figures;
    const own = figures?.formFactor;
    const formFactor = own !== undefined && isAbove(own) ? own : DEFAULT_FORM_FACTOR.value;
    const sigma = figures?.formFactorSigma ?? DEFAULT_FORM_FACTOR.sigma;
    if (own !== undefined && own !== formFactor) this.unusable.add(species ?? id);
    if (basalArea !== null && own === undefined) this.assumed.add(species ?? 'trees without a species');
    this.trees.push({
      id,
      plot,
      count,
      weight,
      dbh,
      height,
      basalArea,
      volume,
      boardFeet,
      groups: {
        species,
        class: dbh === null ? null : this.classOf(dbh),
        product,
        grade,
        status,
      },
      species,
      formFactor,
      formFactorError: (Number.isFinite(sigma) && sigma >= 0 ? sigma : DEFAULT_FORM_FACTOR.sigma) / formFactor,
      // what was seen another year is a height of another diameter
      trusted: !heightIsOld && !bad,
    });
  }

  ready(land: Prepared['land'], plotNames: ReadonlyMap<string, string>): Prepared {
    for (const name of this.assumed) this.note('form-factor', name);
    for (const name of this.unusable) this.note('unusable-figures', name);
    return {
      land,
      trees: this.trees,
      plotNames,
      label: (id) => this.labelById(id),
      breastHeight: this.options.breastHeight,
      uncounted: this.uncounted,
      worth: [...this.worth].map(([code, of]): Worth => ({ code, of })),
    };
  }
}

const isAbove = (n: number): boolean => Number.isFinite(n) && n > 0;

/** A row without figures that no sum can hold: what was entered under older rules may have led to them. */
function plain(row: StandRow): StandRow {
  const { count, dbh, height, basalArea, volume, boardFeet } = row;
  const figures = [dbh, height, basalArea, volume, ...Object.values(boardFeet ?? {})];
  const counts = Number.isInteger(count) && count >= 1 && count <= MOST_ALIKE;
  if (counts && figures.every((f) => f === null || (Number.isFinite(f) && f >= 0 && f < LARGEST))) return row;
  return { ...row, count: counts ? count : 1, dbh: null, height: null, basalArea: null, volume: null, boardFeet: null, bad: true };
}
/** No tree has a figure as large, in metres, square or cubic metres or board feet; squares of larger ones end in no number. */
const LARGEST = 1e6;
const MOST_ALIKE = 999;

/** The plots of a survey that speak for its land, and what is to be said of the others. */
function plotsOf(book: Book, survey: Stated<'survey'>, got: Gathered) {
  const list: StandPlot[] = [];
  const names = new Map<string, string>();
  const places = new Map<
    string,
    {
      readonly index: number;
      readonly rule: RuleInput;
      readonly nearEdge: boolean;
    }
  >();
  const judged = new PlotsOf(book, survey.entity);
  const withTrees = new Set<string | null>();
  for (const { plot } of got.counted) withTrees.add(plot);
  for (const { entity, body } of book.partsOf(survey.entity, 'plot')) {
    const { name, state, counted } = body;
    const measured = withTrees.has(entity);
    if (state === 'not-reached') {
      got.note('not-reached', name);
      continue;
    }
    // a plot without a tree is a zero once somebody said that it was looked at
    if (!measured && !counted && state !== 'measured' && state !== 'finished' && state !== 'to-redo') {
      got.note('not-measured', name);
      continue;
    }
    const rule = ruleOfPlot(body, survey.body.design ?? null);
    if (!rule.ok) {
      got.note(rule.unusable ? 'unusable-size' : 'without-size', name);
      continue;
    }
    if (state === 'to-redo') got.note('to-redo', name);
    if (body.shifted) got.note('shifted', name);
    const core = ruleOf(rule.rule);
    const onlyCounted = !measured && counted && core.kind === 'point';
    if (!measured && counted && !onlyCounted) {
      got.note('not-measured', name);
      continue;
    }
    const sample = judged.of(entity)?.sample;
    const clear = sample?.ok ? sample.sample.plan?.clear : undefined;
    const reach =
      core.kind === 'circle'
        ? core.radius
        : core.kind === 'nested'
          ? Math.max(...core.circles.map((c) => c.radius))
          : core.kind === 'point'
            ? POINT_REACH
            : 0;
    places.set(entity, { index: list.length, rule: rule.rule, nearEdge: clear !== undefined && clear < reach });
    names.set(entity, name);
    list.push({
      id: entity,
      stratum: body.stratum ?? null,
      area: areaOfRule(core),
      counted: onlyCounted && core.kind === 'point' ? (counted.trees - counted.doubtful / 2) * metricFactorOf(core) : null,
    });
  }
  return { list, names, places };
}
/** A tree of a point so far off would be a metre thick or more. */
const POINT_REACH = 15;
