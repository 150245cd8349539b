import {
  checkRule,
  DomainError,
  fillHeights,
  meanOverPlots,
  meanTreeTimesDensity,
  neededPlots,
  overStrata,
  PRESETS,
  type ProtocolOptions,
  plotsInAll,
  ratioOverStrips,
  type SamplingRule,
  withInterval,
} from '@arbolito/core';
import { IN_SI } from '../../book/land-units';
import { standOf } from '../../book/stand';
import { worthKnowing } from '../../book/stand-words';
import {
  type EveryTreeData,
  ExpandRequest,
  type HeightsData,
  type MeanTreeData,
  type NeededData,
  type PlotsData,
  type ValuesData,
  type ValuesOf,
} from '../../contract/expand';
import type { ExpandResponse } from '../../contract/expand-answer';
import { EXPAND_LIMITS } from '../../contract/expand-limits';
import type { ExpandTree } from '../../contract/expand-tree';
import { type FieldError, FieldErrors } from '../../contract/field-errors';
import { estimateAnswer } from '../../contract/stand-answer';
import { type Checked, validate } from '../../contract/validate';
import { withoutNulls } from '../../contract/without-nulls';
import { prepareList, preparePlots } from './prepare';
import { curvesAnswer, needed, noteAnswer, offAnswer, standAnswer, totalAnswer } from './say-stand';
import { readerOf } from './tree';

/**
 * Computes a survey's figures and stores nothing.
 * @param plain the request as it came
 */
export function expandAll(plain: unknown): Checked<ExpandResponse> {
  const checked = validate(ExpandRequest, plain);
  if (!checked.ok) return checked;
  const request = withoutNulls(checked.value);
  const heavy = tooMuch(request);
  if (heavy) return refused([heavy]);
  const protocol = (request.preset ? PRESETS[request.preset].options : (request.protocol ?? null)) as ProtocolOptions | null;
  if (protocol && (protocol.units === 'us') !== (request.units === 'us'))
    return refused([{ field: 'units', value: request.units, allowed: `${protocol.units}, as the protocol’s: or leave the protocol out` }]);
  const errors = new FieldErrors();
  const named = new Set(request.species?.map((s) => s.name));
  if (request.species && named.size < request.species.length) errors.add('species', null, 'each species once');
  try {
    const answer = answerOf(request, new Asked(request, protocol), errors);
    return answer && errors.none ? { ok: true, value: answer } : refused(errors.all());
  } catch (e) {
    // what checks of single fields can't see: circles that don't nest, an outline that crosses itself, plots larger than their area
    if (e instanceof DomainError) return refused([{ field: `data (${e.quantity})`, value: String(e.value), allowed: e.expected }]);
    throw e;
  }
}
const refused = (errors: readonly FieldError[]): Checked<never> => ({ ok: false, errors });

/** What every answer needs of a request. */
class Asked {
  readonly confidence: number;
  readonly errors: readonly number[];
  readonly units;
  readonly system;
  constructor(
    readonly request: ExpandRequest,
    readonly protocol: ProtocolOptions | null,
  ) {
    this.confidence = (request.confidence ?? 95) / 100;
    this.errors = request.errors ?? [];
    this.system = request.answerUnits ?? request.units;
    this.units = IN_SI[this.system];
  }
  head(): Pick<ExpandResponse, 'kind' | 'units' | 'confidence'> {
    return { kind: this.request.data.kind, units: this.units.names, confidence: this.request.confidence ?? 95 };
  }
}

function answerOf(request: ExpandRequest, asked: Asked, errors: FieldErrors): ExpandResponse | null {
  const { data } = request;
  switch (data.kind) {
    case 'plots':
    case 'every-tree':
      return standAnswered(data, asked, errors);
    case 'values':
      return valuesAnswered(data, asked, errors);
    case 'mean-tree':
      return meanTreeAnswered(data, asked);
    case 'needed':
      return neededAnswered(data, asked, errors);
    case 'heights':
      return heightsAnswered(data, asked, errors);
  }
}

function standAnswered(data: PlotsData | EveryTreeData, asked: Asked, errors: FieldErrors): ExpandResponse | null {
  const { request } = asked;
  const reader = readerOf(request, asked.protocol);
  if (data.kind === 'plots') checkDesign(data);
  const prepared = data.kind === 'plots' ? preparePlots(data, request, reader, errors) : prepareList(data, request, reader, errors);
  if (!prepared) return null;
  const stand = standOf(prepared, { confidence: asked.confidence, intervals: request.intervals ?? 'sampling' });
  return { ...asked.head(), stand: standAnswer(stand, asked.system, asked.errors) };
}

/** Circles in one another must grow with the diameter; the others are checked field by field. */
function checkDesign({ design }: PlotsData): void {
  if (design.kind === 'nested') checkRule({ kind: 'nested', circles: design.circles } as unknown as SamplingRule);
}

function valuesAnswered({ groups }: ValuesData, asked: Asked, errors: FieldErrors): ExpandResponse | null {
  if (groups.length > 1)
    for (const [i, g] of groups.entries())
      if (g.area === undefined) errors.add(`data.groups[${i}].area`, null, 'told where there are several: each weighs as its area');
  for (const [i, g] of groups.entries()) checkAreas(g, `data.groups[${i}]`, errors);
  for (const [i, g] of groups.entries())
    if (g.areas && g.plotArea !== undefined)
      errors.add(`data.groups[${i}].plotArea`, g.plotArea, 'left out where each strip has its own area');
  if (!errors.none) return null;
  const parts = groups.map(({ values, areas, area, plotArea }) =>
    areas
      ? ratioOverStrips(values, areas)
      : meanOverPlots(values, plotArea === undefined ? null : { sampled: plotArea * values.length, area: area ?? null }),
  );
  const whole = overStrata(
    parts.map((part, i) => ({ part, area: groups[i]?.area ?? 1 })),
    asked.confidence,
  );
  const area = groups.reduce<number | null>((sum, g) => (sum === null || g.area === undefined ? null : sum + g.area), 0);
  return {
    ...asked.head(),
    // plain numbers are in whatever unit they came
    values: {
      whole: estimateAnswer(whole, 1),
      total: area === null ? null : totalAnswer(estimateAnswer(whole, area)),
      groups: parts.map((part) => estimateAnswer(withInterval(part, asked.confidence), 1)),
      needed: asked.errors.map((e) => needed(e, plotsInAll(whole, e / 100, asked.confidence), whole.n)),
    },
  };
}

/** What plain values were found on can't be larger than their land. */
function checkAreas({ areas, area, plotArea }: ValuesOf, at: string, errors: FieldErrors): void {
  if (plotArea !== undefined && area === undefined)
    errors.add(`${at}.plotArea`, plotArea, 'told where the area is told: it is a share of that');
  const covered = (areas ?? []).reduce((sum, a) => sum + a, 0);
  if (area !== undefined && covered > area * (1 + 1e-9))
    errors.add(`${at}.area`, area, `at least what its strips cover together, ${covered}`);
}

function meanTreeAnswered({ values, density, densityError, area }: MeanTreeData, asked: Asked): ExpandResponse {
  const { meanTree, meanTreeError, perLand } = meanTreeTimesDensity(values, density, densityError, asked.confidence);
  const answered = estimateAnswer(perLand, 1);
  return {
    ...asked.head(),
    meanTree: { meanTree, meanTreeError, perLand: answered, total: area === undefined ? null : totalAnswer(estimateAnswer(perLand, area)) },
  };
}

function neededAnswered({ cv }: NeededData, asked: Asked, errors: FieldErrors): ExpandResponse | null {
  if (asked.errors.length === 0) errors.add('errors', null, 'at least one sampling error: plots are needed for one');
  if (!errors.none) return null;
  return { ...asked.head(), needed: asked.errors.map((e) => needed(e, neededPlots(cv / 100, e / 100, asked.confidence), 0)) };
}

function heightsAnswered({ trees, at }: HeightsData, asked: Asked, errors: FieldErrors): ExpandResponse | null {
  const { request } = asked;
  for (const [i, tree] of trees.entries())
    for (const field of ['distance', 'countsAs', 'count'] as const)
      if (tree[field] !== undefined)
        errors.add(`data.trees[${i}].${field}`, tree[field], 'left out: a curve looks at single trees, wherever they stand');
  const reader = readerOf(request, asked.protocol);
  const prepared = errors.none ? prepareList({ kind: 'every-tree', trees }, request, reader, errors) : null;
  if (!prepared) return null;
  const filled = fillHeights(prepared.trees, prepared.breastHeight);
  const { label } = prepared;
  // form factors say nothing of heights
  const notes = worthKnowing(
    { ...prepared, worth: prepared.worth.filter((w) => w.code !== 'form-factor' && w.code !== 'form-class') },
    filled,
  );
  return {
    ...asked.head(),
    heights: {
      curves: curvesAnswer(filled.curves, asked.units, at ?? []),
      off: filled.off.slice(0, 200).map((o) => offAnswer(o, label(o.id), asked.units)),
      notes: notes.map(noteAnswer),
    },
  };
}

/** A request is bounded by what it costs. */
function tooMuch({ data }: ExpandRequest): FieldError | null {
  const lists: readonly (readonly ExpandTree[])[] =
    data.kind === 'plots'
      ? data.plots.map((p) => p.trees ?? [])
      : data.kind === 'every-tree' || data.kind === 'heights'
        ? [data.trees]
        : [];
  let [trees, readings] = [0, 0];
  for (const list of lists) {
    trees += list.length;
    for (const tree of list) readings += tree.readings?.length ?? 0;
  }
  const over = (count: number, most: number, what: string): FieldError | null =>
    count > most ? { field: 'data', value: `${count} ${what}`, allowed: `at most ${most} ${what} in one request` } : null;
  return over(trees, EXPAND_LIMITS.trees, 'trees') ?? over(readings, EXPAND_LIMITS.readings, 'readings');
}
