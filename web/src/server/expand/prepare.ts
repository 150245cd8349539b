import { SQUARE_METRES_PER_HECTARE, type StandPlot, type UnfilledTree } from '@arbolito/core';
import type { NotCounted } from '../../book/asked';
import type { Prepared, Worth, WorthCode } from '../../book/prepared';
import { thickestOf } from '../../book/stand';
import { sayTree } from '../../book/stand-words';
import type { EveryTreeData, ExpandPlot, ExpandRequest, PlotsData } from '../../contract/expand';
import type { ExpandTree } from '../../contract/expand-tree';
import { type FieldErrors, shown } from '../../contract/field-errors';
import { areaOf, judge, outlineOf, outsideTract, placeErrors, ruleOf, type Stands } from './stands';
import { contradictions, type ReadTree, readTree, type TreeReader, uncountedWhy } from './tree';

/** What is gathered while a request is read. */
class Gathering {
  readonly trees: UnfilledTree[] = [];
  readonly labels = new Map<string, { plot: string; tree: string }>();
  readonly uncounted: Prepared['uncounted'][number][] = [];
  private readonly worth = new Map<WorthCode, string[]>();

  note(code: WorthCode, ...of: readonly string[]): void {
    const list = this.worth.get(code) ?? [];
    list.push(...of);
    this.worth.set(code, list);
  }
  leave(tree: ExpandTree, plot: string, i: number, why: NotCounted): void {
    const name = nameOf(tree, i);
    this.uncounted.push({ id: `${plot}\n${name}`, plot, tree: name, count: tree.count ?? 1, why });
  }
  take(tree: ExpandTree, read: ReadTree, at: { plot: number; name: string; i: number; weight: number }): void {
    const id = `${at.plot} ${at.i}`;
    const label = { plot: at.name, tree: nameOf(tree, at.i) };
    this.labels.set(id, label);
    const said = sayTree(label);
    if (read.out) this.note('values-out', said);
    if (read.odd) this.note('not-together', said);
    this.trees.push({
      id,
      plot: at.plot,
      count: tree.count ?? 1,
      weight: at.weight * (tree.count ?? 1),
      dbh: read.dbh,
      height: read.height,
      basalArea: read.basalArea,
      volume: read.volume,
      boardFeet: read.boardFeet,
      groups: {
        species: tree.species ?? null,
        class: read.class,
        product: tree.product ?? null,
        grade: tree.grade ?? null,
        status: tree.status ?? null,
      },
      species: tree.species ?? null,
      formFactor: read.formFactor,
      formFactorError: read.formFactorError,
      trusted: !read.out,
      told: read.told,
    });
  }
  ready(land: Prepared['land'], plotNames: ReadonlyMap<string, string>, reader: TreeReader): Prepared {
    for (const name of reader.assumed.formFactor) this.note('form-factor', name);
    for (const name of reader.assumed.formClass) this.note('form-class', name);
    return {
      land,
      trees: this.trees,
      plotNames,
      label: (id) => this.labels.get(id) ?? { plot: '', tree: id },
      breastHeight: reader.breastHeight,
      uncounted: this.uncounted,
      worth: [...this.worth].map(([code, of]): Worth => ({ code, of })),
    };
  }
}
const nameOf = (tree: ExpandTree, i: number) => tree.id ?? String(i + 1);

/** Reads a list of all trees. */
export function prepareList(data: EveryTreeData, request: ExpandRequest, reader: TreeReader, errors: FieldErrors): Prepared | null {
  const { units } = reader;
  const area = data.area === undefined ? null : data.area * units.land;
  const got = new Gathering();
  const once = new Names();
  for (const [i, tree] of data.trees.entries()) {
    if (errors.full) break;
    const at = `data.trees[${i}]`;
    contradictions(tree, at, reader, errors);
    once.see(tree.id, `${at}.id`, 'each tree once', errors);
    for (const field of ['distance', 'countsAs'] as const)
      if (tree[field] !== undefined)
        errors.add(`${at}.${field}`, shown(tree[field]), 'left out where every tree is looked at: there are no plots');
    if (!errors.none) continue;
    const read = readTree(tree, at, reader, errors);
    if (!read) continue;
    const why = uncountedWhy(read, false, false, reader);
    if (why) got.leave(tree, '', i, why);
    else got.take(tree, read, { plot: 0, name: '', i, weight: area === null ? 1 : SQUARE_METRES_PER_HECTARE / area });
  }
  if (!errors.none) return null;
  const land = { how: 'every-tree', plots: [{ id: 'all', stratum: null, area: null, counted: null }], strata: [], area } as const;
  return got.ready({ ...land, thickest: thickestOf(request.units) }, new Map(), reader);
}

/** Reads a sample of plots, points or strips. */
export function preparePlots(data: PlotsData, request: ExpandRequest, reader: TreeReader, errors: FieldErrors): Prepared | null {
  const { units } = reader;
  const strata = (data.strata ?? []).map((s, i) => ({
    id: String(i),
    name: s.name,
    area: s.area === undefined ? null : s.area * units.land,
  }));
  const stratumOf = new Map(strata.map((s) => [s.name, s.id]));
  if (stratumOf.size < strata.length) errors.add('data.strata', null, 'strata with a name of their own each');
  if (strata.length > 0 && data.area !== undefined)
    errors.add('data.area', data.area, 'left out where there are strata: the area of the land is theirs together');
  if (data.edge !== undefined && !data.tract)
    errors.add('data.edge', data.edge, 'told where a tract is told: without its boundary nothing is near an edge');
  if (data.tract && data.design.kind === 'area')
    errors.add('data.tract', 'an object', 'left out where plots are told by their area: nobody knows how far they reach');
  const tract = data.tract ? outlineOf(data.tract, units) : null;
  const got = new Gathering();
  const [plots, plotNames, names] = [[] as StandPlot[], new Map<string, string>(), new Names()];
  for (const [k, plot] of data.plots.entries()) {
    if (errors.full) break;
    const at = `data.plots[${k}]`;
    checkPlot(plot, data, at, stratumOf, names, errors);
    if (plot.reached === false) {
      got.note('not-reached', plot.name);
      continue;
    }
    if (tract && !plot.centre) errors.add(`${at}.centre`, null, 'where it stands on the tract’s plan: its trees may stand near an edge');
    if (!tract && plot.centre) errors.add(`${at}.centre`, 'an object', 'told where a tract is told');
    if (plot.shifted) got.note('shifted', plot.name);
    const rule = ruleOf(data.design, plot, units);
    const index = plots.length;
    plotNames.set(String(index), plot.name);
    plots.push({
      id: String(index),
      stratum: plot.stratum === undefined ? null : (stratumOf.get(plot.stratum) ?? null),
      area: areaOf(data.design, rule, units),
      counted:
        plot.counted && data.design.kind === 'point'
          ? (plot.counted.trees - (plot.counted.doubtful ?? 0) / 2) * data.design.factor * units.basalAreaPerLand
          : null,
    });
    const centre = plot.centre ? { x: plot.centre.x * units.length, y: plot.centre.y * units.length } : null;
    if (tract && centre && outsideTract(tract, centre, `${at}.centre`, errors)) continue;
    const stands: Stands = { rule, design: data.design, tract, centre, edge: data.edge ?? 'circle', units };
    readPlot(plot, at, index, stands, got, reader, errors);
  }
  if (!errors.none) return null;
  if (data.design.kind === 'strip' && tract) got.note('systematic-edge');
  if (plots.length > 1) got.note('grid');
  if (data.design.kind === 'nested') got.note('nested-all');
  const how = data.design.kind === 'strip' ? 'strips' : 'plots';
  const area = data.area === undefined ? null : data.area * units.land;
  return got.ready({ how, plots, strata, area, thickest: thickestOf(request.answerUnits ?? request.units) }, plotNames, reader);
}

function readPlot(
  plot: ExpandPlot,
  at: string,
  index: number,
  stands: Stands,
  got: Gathering,
  reader: TreeReader,
  errors: FieldErrors,
): void {
  const once = new Names();
  for (const [i, tree] of (plot.trees ?? []).entries()) {
    if (errors.full) return;
    const here = `${at}.trees[${i}]`;
    contradictions(tree, here, reader, errors);
    once.see(tree.id, `${here}.id`, 'each tree of a plot once', errors);
    placeErrors(tree, here, plot, stands, errors);
    if (!errors.none) continue;
    const read = readTree(tree, here, reader, errors);
    if (!read) continue;
    const judged = judge(tree, read, here, stands, errors);
    if (!judged) continue;
    const why = uncountedWhy(read, judged.out, judged.underRule, reader);
    if (why) {
      got.leave(tree, plot.name, i, why);
      continue;
    }
    if (judged.perHectare === null) {
      got.note('without-diameter', sayTree({ plot: plot.name, tree: nameOf(tree, i) }));
      continue;
    }
    if (judged.open) got.note('edges-open', sayTree({ plot: plot.name, tree: nameOf(tree, i) }));
    got.take(tree, read, { plot: index, name: plot.name, i, weight: judged.perHectare * judged.edge });
  }
}

function checkPlot(
  plot: ExpandPlot,
  data: PlotsData,
  at: string,
  strata: ReadonlyMap<string, string>,
  names: Names,
  errors: FieldErrors,
): void {
  const says = (field: string, value: unknown, allowed: string) => errors.add(`${at}.${field}`, shown(value), allowed);
  names.see(plot.name, `${at}.name`, 'each plot once', errors);
  if (plot.counted && plot.trees)
    says('counted', plot.counted, 'left out where trees are told: a point that was measured is not only counted');
  if (plot.counted && data.design.kind !== 'point')
    says('counted', plot.counted, 'told of points only: on plots of one size trees are measured');
  if (plot.counted && (plot.counted.doubtful ?? 0) > plot.counted.trees)
    says('counted.doubtful', plot.counted.doubtful, 'at most the trees counted: the doubtful ones are among them');
  if (plot.reached === false && (plot.trees?.length || plot.counted)) says('reached', false, 'true where trees are told of it');
  if (data.design.kind === 'strip' && plot.length === undefined && plot.reached !== false)
    says('length', null, 'the length of the strip, above 0');
  if (data.design.kind !== 'strip' && plot.length !== undefined) says('length', plot.length, 'told of strips only');
  if (data.design.kind !== 'rectangle' && plot.axis !== undefined) says('axis', plot.axis, 'told of rectangles only');
  if (strata.size > 0 && plot.stratum === undefined)
    says('stratum', null, `one of the strata: ${[...strata.keys()].slice(0, 20).join(', ')}`);
  if (plot.stratum !== undefined && !strata.has(plot.stratum))
    says(
      'stratum',
      plot.stratum,
      strata.size > 0 ? `one of the strata: ${[...strata.keys()].slice(0, 20).join(', ')}` : 'left out where no strata are told',
    );
}

/** Names that are to be there once each. */
class Names {
  private readonly seen = new Set<string>();
  see(name: string | undefined, field: string, allowed: string, errors: FieldErrors): void {
    if (name === undefined) return;
    if (this.seen.has(name)) errors.add(field, shown(name), allowed);
    this.seen.add(name);
  }
}
