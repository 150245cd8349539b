import { DomainError, requireFrom } from '../../units';
import type { Estimate } from '../estimate/index';
import { estimateOver, type Frame, type FramePart, frameOf } from './frame';
import {
  type DominantHeight,
  GROUP_KINDS,
  type GroupFigures,
  type GroupKey,
  type GroupKind,
  type StandFigures,
  type StandInput,
  type StandNote,
  type StandResult,
  type StandTree,
} from './stand';
import { dominantHeight, quadraticMeanDiameter, standDensityIndex } from './stand-figures';
import { addTree, noSums, type Sums } from './sums';

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
  const inParts = new Set(frame.parts.flatMap((p) => p.measured));
  const all = noSums(input.plots.length);
  const groups = new Map<GroupKind, Map<GroupKey, Sums>>(GROUP_KINDS.map((kind) => [kind, new Map()]));
  const cells = new Map<GroupKey, Map<GroupKey, Sums>>();
  const byStratum = new Map<number, Sums>();
  const partOf = new Map(frame.parts.flatMap((part, k) => part.measured.map((i) => [i, k] as const)));
  for (const tree of input.trees) {
    if (!inParts.has(tree.plot)) continue;
    addTree(sumsOf(byStratum, partOf.get(tree.plot) as number, input.plots.length), tree);
    if (!inFrame.has(tree.plot)) {
      addBasalArea(all, tree);
      continue;
    }
    addTree(all, tree);
    for (const kind of GROUP_KINDS) addTree(sumsOf(groups.get(kind) as Map<GroupKey, Sums>, tree.groups[kind], input.plots.length), tree);
    let row = cells.get(tree.groups.species);
    if (!row) {
      row = new Map();
      cells.set(tree.groups.species, row);
    }
    addTree(sumsOf(row, tree.groups.class, input.plots.length), tree);
  }
  const land = new Land(input, frame, all.basalArea, confidence);
  const notes = [...frame.notes, ...land.notes()];
  const listed = (kind: GroupKind): readonly GroupFigures[] =>
    [...(groups.get(kind) as Map<GroupKey, Sums>)]
      .flatMap(([key, sums]) => {
        const figures = land.figures(sums, frame.whole);
        return figures ? [{ key, figures }] : [];
      })
      .sort((a, b) => (kind === 'class' ? byClass(a.key, b.key) : byShare(a, b)));
  return {
    per: input.how === 'every-tree' && input.area === null ? 'list' : 'hectare',
    area: frame.area,
    whole: land.figures(all, frame.whole),
    strata: frame.parts.flatMap((part, k) => {
      const { stratum } = part;
      const figures = land.figures(byStratum.get(k) ?? noSums(input.plots.length), [part]);
      return stratum && figures
        ? [{ id: stratum.id, name: stratum.name, area: part.area, plots: part.measured.length + part.counted.length, figures }]
        : [];
    }),
    by: Object.fromEntries(GROUP_KINDS.map((kind) => [kind, listed(kind)])) as unknown as StandResult['by'],
    table: [...cells]
      .flatMap(([species, row]) =>
        [...row].flatMap(([key, sums]) => {
          const figures = land.figures(sums, frame.whole);
          return figures ? [{ species, class: key, figures }] : [];
        }),
      )
      .sort((a, b) => byName(a.species, b.species) || byClass(a.class, b.class)),
    dominantHeight: dominant(input, frame),
    plots: [...partOf.keys()]
      .sort((a, b) => a - b)
      .map((i) => {
        const { id, stratum } = input.plots[i] as StandInput['plots'][number];
        const own = byStratum.get(partOf.get(i) as number);
        return { id, stratum, trees: own?.trees[i] ?? 0, basalArea: own?.basalArea[i] ?? 0, volume: own?.volume[i] ?? 0 };
      }),
    notes,
  };
}

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

function sumsOf<K>(map: Map<K, Sums>, key: K, plots: number): Sums {
  let sums = map.get(key);
  if (!sums) {
    sums = noSums(plots);
    map.set(key, sums);
  }
  return sums;
}
/** Points are read through the basal area of their own stratum, whether or not that is in the whole. */
function addBasalArea(sums: Sums, { plot, weight, basalArea }: StandTree): void {
  sums.basalArea[plot] = (sums.basalArea[plot] as number) + weight * (basalArea ?? 0);
}

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
