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
  const strata = book
    .partsOf(survey.entity, 'stratum')
    .map((s): StandStratum => ({ id: s.entity, name: s.body.name, area: s.body.area ?? null }));
  const got = new Gathered(book, options, rows);
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
  return got.ready({ ...land, how, plots: plots.list, strata, area: null }, plots.names);
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

  take(row: StandRow, plot: number, weight: number): void {
    const { id, species, speciesId, count, dbh, height, heightIsOld, basalArea, volume, boardFeet, product, grade, status, bad } = row;
    if (bad) this.note('values-out', row);
    // one that was struck out is offered no more, and its figures hold for trees that name it
    const figures: SpeciesFigures | undefined = this.book.find('species', speciesId)?.body.figures;
    const formFactor = figures?.formFactor ?? DEFAULT_FORM_FACTOR.value;
    if (basalArea !== null && figures?.formFactor === undefined) this.assumed.add(species ?? 'trees without a species');
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
      formFactorError: (figures?.formFactorSigma ?? DEFAULT_FORM_FACTOR.sigma) / formFactor,
      // what was seen another year is a height of another diameter
      trusted: !heightIsOld && !bad,
    });
  }

  ready(land: Prepared['land'], plotNames: ReadonlyMap<string, string>): Prepared {
    for (const name of this.assumed) this.note('form-factor', name);
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
      got.note('without-size', name);
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
