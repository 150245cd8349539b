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
  /** Which curve gave each of them its height; null where none did. */
  readonly curveOf: readonly (HeightCurve | null)[];
  /** How many have theirs from a curve. */
  readonly byCurve: number;
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
  const curves = curvesThrough({ measured, breastHeight, asking });
  const curveOf: (HeightCurve | null)[] = [];
  let byCurve = 0;
  const outside: string[] = [];
  const without: CurveTree[] = [];
  const filled = trees.map((tree): StandTree => {
    const { id, species, dbh, height, basalArea, volume, formFactor, weight, plot, count, boardFeet, groups } = tree;
    const curve = height === null && dbh !== null ? curveFor(curves, species) : null;
    curveOf.push(curve);
    if (!curve || dbh === null) return tree;
    byCurve++;
    const said = plainHeightOn(curve, dbh);
    if (said.outside) outside.push(id);
    if (volume === null && basalArea !== null) without.push({ id, species, dbh, perMetre: weight * basalArea * formFactor });
    const grown = volume ?? (basalArea === null ? null : formFactor * basalArea * said.height);
    return { id, plot, count, weight, dbh, height: said.height, basalArea, volume: grown, boardFeet, groups };
  });
  return { trees: filled, curves, curveOf, byCurve, outside, off: offTheCurve(measured, curves), next: nextHeight(without, curves) };
}

/** The curves that were laid last: one more plot that is only called, or another confidence, asks for the same again. */
let laid: { readonly through: Through; readonly curves: HeightCurves } | null = null;
interface Through {
  readonly measured: readonly MeasuredTree[];
  readonly breastHeight: number;
  readonly asking: ReadonlySet<string | null>;
}
function curvesThrough(through: Through): HeightCurves {
  if (laid && isSame(laid.through, through)) return laid.curves;
  const curves = heightCurves(through.measured, through.breastHeight, through.asking);
  laid = { through, curves };
  return curves;
}
const isSame = (a: Through, b: Through): boolean =>
  a.breastHeight === b.breastHeight &&
  a.asking.size === b.asking.size &&
  [...a.asking].every((species) => b.asking.has(species)) &&
  a.measured.length === b.measured.length &&
  a.measured.every((t, i) => {
    const o = b.measured[i] as MeasuredTree;
    return t.id === o.id && t.species === o.species && t.dbh === o.dbh && t.height === o.height;
  });
