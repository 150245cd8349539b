import { DomainError, requireFrom } from '../../units';
import type { Estimate } from '../estimate/index';
import { estimateOver, type Frame, type FramePart, frameOf } from './frame';
import {
  type DominantHeight,
  GROUP_KINDS,
  type GroupFigures,
  type GroupKey,
  type StandFigures,
  type StandInput,
  type StandNote,
  type StandResult,
  type StandTree,
} from './stand';
import { dominantHeight, quadraticMeanDiameter, standDensityIndex } from './stand-figures';
import { type Sums, TreeColumns } from './sums';

/**
 * What a sample of trees says of the land: per hectare by everything that trees are told apart by, each figure with its
 * interval.
 * @param input plots, trees with what each stands for, strata with their areas
 * @param confidence as a share, above 0 and below 1
 * @returns figures of the whole, of strata and of groups, all from the same sums, with what is to be known beside them
 * @throws DomainError for a weight or value below 0, a plot that is not there, plots that cover more than their area
 */
export function expand(input: StandInput, confidence: number): StandResult {
  for (const tree of input.trees) checkTree(tree, input.plots.length);
  const frame = frameOf(input);
  const inFrame = new Set(frame.whole.flatMap((p) => p.measured));
  const columns = new TreeColumns(input.trees, input.plots.length);
  const partOf = new Int32Array(input.plots.length).fill(NO_PART);
  for (const [k, part] of frame.parts.entries()) for (const i of part.measured) partOf[i] = k;
  // places of trees in their list, by what they are told apart by
  const here: number[] = [];
  const sampled: number[] = [];
  const groups = GROUP_KINDS.map((kind) => ({ kind, lists: new Lists() }));
  const cells = new Map<GroupKey, Lists>();
  const byPart = frame.parts.map((): number[] => []);
  // plain loops: a survey has trees by the hundred thousand
  for (let i = 0; i < input.trees.length; i++) {
    const { plot, groups: own } = input.trees[i] as StandTree;
    const part = partOf[plot] as number;
    if (part === NO_PART) continue;
    (byPart[part] as number[]).push(i);
    sampled.push(i);
    if (!inFrame.has(plot)) continue;
    here.push(i);
    for (const { kind, lists } of groups) lists.of(own[kind]).push(i);
    let row = cells.get(own.species);
    if (!row) {
      row = new Lists();
      cells.set(own.species, row);
    }
    row.of(own.class).push(i);
  }
  // points are read through the basal area of their own stratum, whether or not that is in the whole
  const onPlots = sumsOnPlots(columns.over(sampled));
  const land = new Land(input, frame, onPlots.basalArea, confidence);
  const strata = frame.parts.flatMap((part, k) => {
    const { stratum } = part;
    const figures = land.figures(columns.over(byPart[k] as number[]), [part]);
    return stratum && figures
      ? [{ id: stratum.id, name: stratum.name, area: part.area, plots: part.measured.length + part.counted.length, figures }]
      : [];
  });
  const whole = land.figures(columns.over(here), frame.whole);
  const listed = ({ kind, lists }: (typeof groups)[number]): readonly GroupFigures[] =>
    [...lists.all]
      .flatMap(([key, list]) => {
        // what nothing is told apart by is the whole again
        const figures = list.length === here.length ? whole : land.figures(columns.over(list), frame.whole);
        return figures ? [{ key, figures }] : [];
      })
      .sort((a, b) => (kind === 'class' ? byClass(a.key, b.key) : byShare(a, b)));
  return {
    per: input.how === 'every-tree' && input.area === null ? 'list' : 'hectare',
    area: frame.area,
    whole,
    strata,
    by: Object.fromEntries(groups.map((g) => [g.kind, listed(g)])) as unknown as StandResult['by'],
    table: [...cells]
      .flatMap(([species, row]) =>
        [...row.all].flatMap(([key, list]) => {
          const figures = land.figures(columns.over(list), frame.whole);
          return figures ? [{ species, class: key, figures }] : [];
        }),
      )
      .sort((a, b) => byName(a.species, b.species) || byClass(a.class, b.class)),
    dominantHeight: dominant(input, frame),
    plots: input.plots.flatMap(({ id, stratum }, i) => {
      const [trees, basalArea, volume] = [onPlots.trees[i], onPlots.basalArea[i], onPlots.volume[i]] as [number, number, number];
      return partOf[i] === NO_PART ? [] : [{ id, stratum, trees, basalArea, volume }];
    }),
    notes: [...frame.notes, ...land.notes()],
  };
}

/** Of a plot that speaks for no part of the land. */
const NO_PART = -1;

/** Estimates over the land of one survey. */
class Land {
  private unread = false;

  constructor(
    private readonly input: StandInput,
    private readonly frame: Frame,
    private readonly basalArea: Float64Array,
    private readonly confidence: number,
  ) {}

  notes(): readonly StandNote[] {
    return this.unread ? [{ code: 'counts-without-ratio', of: [] }] : [];
  }

  private of(values: Float64Array, parts: readonly FramePart[]): Estimate | null {
    return estimateOver(this.frame, parts, this.input.plots, values, this.basalArea, this.confidence);
  }

  figures(sums: Sums, parts: readonly FramePart[]): StandFigures | null {
    if (parts.length === 0) return null;
    const trees = this.of(sums.trees, parts);
    if (!trees) {
      this.unread = true;
      return null;
    }
    const none = (without: number) => sums.counted > 0 && without === sums.counted;
    const mean = (values: Float64Array) => this.of(values, parts)?.mean ?? 0;
    const basalArea = none(sums.without.basalArea) ? null : this.of(sums.basalArea, parts);
    const tall = mean(sums.tall);
    const qmd = basalArea ? quadraticMeanDiameter(mean(sums.thick), basalArea.mean) : null;
    return {
      counted: sums.counted,
      trees,
      basalArea,
      volume: none(sums.without.volume) ? null : this.of(sums.volume, parts),
      boardFeet: Object.fromEntries(
        [...sums.boardFeet].flatMap(([rule, feet]) => {
          const found = this.of(feet, parts);
          return found ? [[rule, found] as const] : [];
        }),
      ),
      qmd,
      loreyHeight: tall > 0 ? mean(sums.tallBy) / tall : null,
      standDensityIndex: standDensityIndex(mean(sums.thick), qmd),
      without: { ...sums.without },
    };
  }
}

function dominant({ trees, plots, thickest, how }: StandInput, frame: Frame): DominantHeight {
  if (how === 'every-tree') return { mean: null, byPlot: [] };
  const on = plots.map((): StandTree[] => []);
  for (const tree of trees) if (tree.dbh !== null) on[tree.plot]?.push(tree);
  const byPlot = on.map((list) => dominantHeight(list as (StandTree & { dbh: number })[], thickest));
  const whole = frame.whole.reduce((sum, p) => sum + (p.area ?? 1), 0);
  let [mean, weight] = [0, 0];
  for (const part of frame.whole) {
    const found = part.measured.flatMap((i) => byPlot[i] ?? []);
    if (found.length === 0) continue;
    const share = (part.area ?? 1) / whole;
    mean += (share * found.reduce((a, b) => a + b, 0)) / found.length;
    weight += share;
  }
  return { mean: weight > 0 ? mean / weight : null, byPlot };
}

/** Places of trees by what they are told apart by. Trees that follow each other are mostly alike in it. */
class Lists {
  readonly all = new Map<GroupKey, number[]>();
  private key: GroupKey = null;
  private list: number[] | null = null;

  of(key: GroupKey): number[] {
    if (this.list !== null && this.key === key) return this.list;
    let list = this.all.get(key);
    if (!list) {
      list = [];
      this.all.set(key, list);
    }
    this.key = key;
    this.list = list;
    return list;
  }
}
/** What of sums outlasts the next. */
const sumsOnPlots = ({ trees, basalArea, volume }: Sums) => ({
  trees: trees.slice(),
  basalArea: basalArea.slice(),
  volume: volume.slice(),
});

function checkTree({ id, plot, weight, basalArea, volume, height }: StandTree, plots: number): void {
  if (!(plot >= 0 && plot < plots)) throw new DomainError('out-of-range', `plot of ${id}`, plot, 'one of the survey’s plots');
  if (!(weight >= 0 && Number.isFinite(weight))) requireFrom(`trees that ${id} stands for`, weight);
  // this is asked of every tree: no list is made for it
  if (basalArea !== null && !(basalArea >= 0)) requireFrom(`basal area of ${id}`, basalArea);
  if (volume !== null && !(volume >= 0)) requireFrom(`volume of ${id}`, volume);
  if (height !== null && !(height >= 0)) requireFrom(`height of ${id}`, height);
}

const byName = (a: GroupKey, b: GroupKey) => Number(a === null) - Number(b === null) || String(a).localeCompare(String(b), 'en');
const byClass = (a: GroupKey, b: GroupKey) => Number(a === null) - Number(b === null) || Number(a) - Number(b);
const byShare = (a: GroupFigures, b: GroupFigures) =>
  Number(a.key === null) - Number(b.key === null) ||
  (b.figures.basalArea?.mean ?? 0) - (a.figures.basalArea?.mean ?? 0) ||
  byName(a.key, b.key);
