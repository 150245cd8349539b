import { SQUARE_METRES_PER_HECTARE } from '../../units';
import { type Estimate, meanOverPlots, overStrata, type PartEstimate, ratioOverStrips, throughCounts } from '../estimate/index';
import type { StandInput, StandNote, StandPlot, StandStratum } from './stand';

/** One part of the land with its plots. */
export interface FramePart {
  readonly stratum: StandStratum | null;
  readonly area: number | null;
  /** Places in the list of plots of those that were measured. */
  readonly measured: readonly number[];
  /** m²/ha of points that were only counted. */
  readonly counted: readonly number[];
  /** What the measured ones cover, m²; null where one of them covers nobody knows how much. */
  readonly sampled: number | null;
}

/** How the plots of a survey speak for its land. */
export interface Frame {
  readonly how: StandInput['how'];
  readonly parts: readonly FramePart[];
  /** The parts that the whole is made of; none where they can't be put together. */
  readonly whole: readonly FramePart[];
  /** Of the whole, m². */
  readonly area: number | null;
  readonly notes: readonly StandNote[];
}

/** Puts plots into the parts of the land that they speak for, and says what can't be. */
export function frameOf({ how, plots, strata, area }: Pick<StandInput, 'how' | 'plots' | 'strata' | 'area'>): Frame {
  const notes: StandNote[] = [];
  const note = (code: StandNote['code'], of: readonly { readonly id: string; readonly name?: string }[]) => {
    if (of.length > 0) notes.push({ code, of: of.map((o) => o.name ?? o.id) });
  };
  const lost = how === 'strips' ? plots.filter((p) => p.area === null && p.counted === null) : [];
  note('strips-without-length', lost);
  const usable = (p: StandPlot) => !lost.includes(p);
  const part = (stratum: StandStratum | null, size: number | null): FramePart => {
    const own = plots.map((p, i) => ({ p, i })).filter(({ p }) => usable(p) && (stratum === null || p.stratum === stratum.id));
    const measured = own.filter(({ p }) => p.counted === null);
    return {
      stratum,
      area: size,
      measured: measured.map(({ i }) => i),
      counted: own.flatMap(({ p }) => p.counted ?? []),
      sampled: measured.reduce<number | null>((sum, { p }) => (sum === null || p.area === null ? null : sum + p.area), 0),
    };
  };
  if (strata.length === 0) {
    const all = part(null, area);
    const none = all.measured.length === 0;
    if (none) notes.push({ code: 'no-plots', of: [] });
    if (area === null) notes.push({ code: 'no-area', of: [] });
    return { how, parts: none ? [] : [all], whole: none ? [] : [all], area, notes };
  }
  const known = new Set(strata.map((s) => s.id));
  note(
    'plots-without-stratum',
    plots.filter((p) => p.stratum === null || !known.has(p.stratum)),
  );
  const parts = strata.map((s) => part(s, s.area));
  const sampled = parts.filter((p) => p.measured.length > 0);
  note(
    'strata-without-plots',
    parts.flatMap((p) => (p.measured.length === 0 && p.stratum ? [p.stratum] : [])),
  );
  const unsized = sampled.flatMap((p) => (p.area === null && p.stratum ? [p.stratum] : []));
  note('strata-without-area', unsized);
  if (sampled.length === 0) notes.push({ code: 'no-plots', of: [] });
  // a stratum alone needs no weight; several can't be weighed without their areas
  const whole = unsized.length > 0 && sampled.length > 1 ? [] : sampled;
  const sum = whole.reduce<number | null>((a, p) => (a === null || p.area === null ? null : a + p.area), 0);
  return { how, parts: sampled, whole, area: whole.length === 0 ? null : sum, notes };
}

/**
 * What a value of each plot says of a part of the land.
 * @param values per hectare, by the plots' places in the list
 * @param basalArea the same of all trees' basal area: what points that were only counted are read through
 * @returns null where points were counted and the measured ones give no ratio to read them by
 */
function partEstimate(
  how: Frame['how'],
  part: FramePart,
  plots: readonly StandPlot[],
  values: Float64Array,
  basalArea: Float64Array,
): PartEstimate | null {
  const { measured, counted, area, sampled } = part;
  const at = (list: Float64Array) => measured.map((i) => list[i] as number);
  if (how === 'every-tree') {
    const mean = values.reduce((a, b) => a + b, 0);
    return { n: 1, mean, s: null, variance: 0, df: 0, corrected: false, sampled: 1 };
  }
  if (how === 'strips') {
    const areas = measured.map((i) => (plots[i] as StandPlot).area as number);
    return ratioOverStrips(
      measured.map((i) => (values[i] as number) * ((plots[i] as StandPlot).area as number)),
      areas,
      area,
    );
  }
  if (counted.length > 0)
    return throughCounts(
      measured.map((i) => ({ basalArea: basalArea[i] as number, value: values[i] as number })),
      counted,
    );
  return meanOverPlots(at(values), sampled === null ? null : { sampled, area });
}

/** The estimate over some parts of the land; null where there are none, or one of them has none. */
export function estimateOver(
  frame: Frame,
  parts: readonly FramePart[],
  plots: readonly StandPlot[],
  values: Float64Array,
  basalArea: Float64Array,
  confidence: number,
): Estimate | null {
  const found = parts.map((part) => ({
    area: part.area ?? SQUARE_METRES_PER_HECTARE,
    part: partEstimate(frame.how, part, plots, values, basalArea),
  }));
  if (found.length === 0 || found.some((f) => f.part === null)) return null;
  return overStrata(found as { area: number; part: PartEstimate }[], confidence);
}

/** How much of the mean over the whole one tree's value on a plot makes: what a sum over trees is weighed with. */
export function shareOfPlots(frame: Frame, plots: readonly StandPlot[], parts: readonly FramePart[]): Float64Array {
  const share = new Float64Array(plots.length);
  if (frame.how === 'every-tree') return share.fill(1);
  const whole = parts.reduce((sum, p) => sum + (p.area ?? SQUARE_METRES_PER_HECTARE), 0);
  for (const part of parts) {
    const own = (part.area ?? SQUARE_METRES_PER_HECTARE) / whole;
    const sizes = part.measured.map((i) => (frame.how === 'strips' ? ((plots[i] as StandPlot).area as number) : 1));
    const sum = sizes.reduce((a, b) => a + b, 0);
    for (const [k, i] of part.measured.entries()) share[i] = (own * (sizes[k] as number)) / sum;
  }
  return share;
}
