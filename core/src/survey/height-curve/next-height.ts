import { curveFor, type HeightCurve, type HeightCurves } from './curves';
import { bilinear, quadratic } from './fit';
import { HEIGHT_MODELS } from './models';

/** A tree whose height a curve gives. */
export interface CurveTree {
  readonly id: string;
  readonly species: string | null;
  /** m. */
  readonly dbh: number;
  /** m³ that one metre of its height brings to a sum: trees it stands for × basal area × form factor. */
  readonly perMetre: number;
}

/** A height worth measuring. */
export interface NextHeight {
  readonly id: string;
  readonly species: string | null;
  /** m. */
  readonly dbh: number;
  /** Standard error of the sum's volume that follows from the curve, before and after, m³ (of a hectare where trees stand for one). */
  readonly before: number;
  readonly after: number;
}

const CM = 100;

/**
 * Which tree to measure next: the one that makes the volume of all trees without a height surest. A measured tree sharpens
 * its curve and leaves the sum of those that the curve speaks for.
 * @param trees without a height
 * @returns null where no tree has a curve
 * @source first order: covariance of the parameters with one more row (Sherman & Morrison 1950)
 */
export function nextHeight(trees: readonly CurveTree[], curves: HeightCurves): NextHeight | null {
  const groups = new Map<HeightCurve, CurveTree[]>();
  for (const tree of trees) {
    const curve = curveFor(curves, tree.species);
    if (!curve) continue;
    const group = groups.get(curve);
    if (group) group.push(tree);
    else groups.set(curve, [tree]);
  }
  let all = 0;
  let best: { tree: CurveTree; gain: number } | null = null;
  for (const [{ fit }, group] of groups) {
    const model = HEIGHT_MODELS[fit.model];
    const variance = fit.sigma ** 2;
    const rows = group.map((t) => model.slopes(fit.parameters, t.dbh * CM));
    const total = fit.parameters.map((_, a) => group.reduce((s, t, i) => s + t.perMetre * ((rows[i] as number[])[a] as number), 0));
    const own = group.reduce((s, t) => s + t.perMetre ** 2, 0) * variance;
    const before = quadratic(fit.covariance, total) + own;
    all += before;
    for (const [i, tree] of group.entries()) {
      const row = rows[i] as number[];
      const rest = total.map((v, a) => v - tree.perMetre * (row[a] as number));
      const cross = bilinear(fit.covariance, rest, row);
      const after =
        quadratic(fit.covariance, rest) - cross ** 2 / (variance + quadratic(fit.covariance, row)) + own - tree.perMetre ** 2 * variance;
      const gain = before - after;
      if (!best || gain > best.gain) best = { tree, gain };
    }
  }
  if (!best) return null;
  const { id, species, dbh } = best.tree;
  return { id, species, dbh, before: Math.sqrt(all), after: Math.sqrt(Math.max(0, all - best.gain)) };
}
