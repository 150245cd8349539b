import {
  type CurveTree,
  curveFor,
  type HeightCurve,
  type HeightCurves,
  heightCurves,
  type MeasuredTree,
  type NextHeight,
  nextHeight,
  type OffTree,
  offTheCurve,
  plainHeightOn,
} from '../height-curve/index';
import type { StandTree } from './stand';

/** A tree of a sample before a curve has given heights to those without. SI. */
export interface UnfilledTree extends StandTree {
  readonly species: string | null;
  /** Stem volume over basal area times height, and its standard error as a share of it. */
  readonly formFactor: number;
  readonly formFactorError: number;
  /** Whether its measured height may bend the curve: not where something of it can't be so. */
  readonly trusted: boolean;
  /** Whether its volume was told, so that no equation's error is in it. */
  readonly told?: boolean;
}

/** Trees of a survey with a height for each that a curve can give one. */
export interface FilledTrees {
  readonly trees: readonly StandTree[];
  readonly curves: HeightCurves;
  /** Which curve gave a tree its height; only of trees that have it so. */
  readonly byCurve: ReadonlyMap<string, HeightCurve>;
  /** Those of them that are thinner or thicker than any tree their curve rests on. */
  readonly outside: readonly string[];
  /** Measured trees far off the curve. */
  readonly off: readonly OffTree[];
  /** Which tree without a height is worth measuring next. */
  readonly next: NextHeight | null;
}

/**
 * Lays height curves through the trees that have both and gives the others theirs, with the volume that follows. Measured
 * heights stay as they are, and told volumes too.
 * @param trees of the sample
 * @param breastHeight m
 * @returns the trees in the same order, each with a height that was measured or is a curve's, and the curves
 */
export function fillHeights(trees: readonly UnfilledTree[], breastHeight: number): FilledTrees {
  const measured: MeasuredTree[] = [];
  const asking = new Set<string | null>();
  for (const { id, species, dbh, height, trusted } of trees) {
    if (dbh === null) continue;
    asking.add(species);
    if (height !== null && trusted && height > breastHeight) measured.push({ id, species, dbh, height });
  }
  const curves = heightCurves(measured, breastHeight, asking);
  const byCurve = new Map<string, HeightCurve>();
  const outside: string[] = [];
  const without: CurveTree[] = [];
  const filled = trees.map((tree): StandTree => {
    const { id, species, dbh, height, basalArea, volume, formFactor, weight } = tree;
    const curve = height === null && dbh !== null ? curveFor(curves, species) : null;
    if (!curve || dbh === null) return tree;
    const said = plainHeightOn(curve, dbh);
    byCurve.set(id, curve);
    if (said.outside) outside.push(id);
    if (volume === null && basalArea !== null) without.push({ id, species, dbh, perMetre: weight * basalArea * formFactor });
    return { ...tree, height: said.height, volume: volume ?? (basalArea === null ? null : formFactor * basalArea * said.height) };
  });
  return { trees: filled, curves, byCurve, outside, off: offTheCurve(measured, curves), next: nextHeight(without, curves) };
}
