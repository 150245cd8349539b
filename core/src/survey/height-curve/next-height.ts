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

/** Trees of one diameter: the curve's slopes there, and what of the sum hangs on them. */
interface Thick {
  readonly row: readonly number[];
  readonly trees: CurveTree[];
  perMetre: number;
}

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
    // trees of one diameter bend the sum alike
    const thick = new Map<number, Thick>();
    let squares = 0;
    for (const tree of group) {
      const { dbh, perMetre } = tree;
      const same = thick.get(dbh);
      if (same) {
        same.perMetre += perMetre;
        same.trees.push(tree);
      } else thick.set(dbh, { row: model.slopes(fit.parameters, dbh * CM), perMetre, trees: [tree] });
      squares += perMetre ** 2;
    }
    const total = fit.parameters.map((_, a) => {
      let sum = 0;
      for (const { row, perMetre } of thick.values()) sum += perMetre * (row[a] as number);
      return sum;
    });
    all += quadratic(fit.covariance, total) + squares * variance;
    // of a tree with the row r that m metres³ a metre hang on, C the covariance and t the total: it leaves the sum, which is
    // (t − m·r)′C(t − m·r) then, and as a row more it takes ((t − m·r)′C r)² ⁄ (σ² + r′C r) off that
    for (const { row, trees: alike } of thick.values()) {
      const shared = bilinear(fit.covariance, total, row);
      const own = quadratic(fit.covariance, row);
      for (const tree of alike) {
        const m = tree.perMetre;
        const gain = 2 * m * shared - m ** 2 * own + (shared - m * own) ** 2 / (variance + own) + m ** 2 * variance;
        if (!best || gain > best.gain || (gain === best.gain && tree.id < best.tree.id)) best = { tree, gain };
      }
    }
  }
  if (!best) return null;
  const { id, species, dbh } = best.tree;
  return { id, species, dbh, before: Math.sqrt(all), after: Math.sqrt(Math.max(0, all - best.gain)) };
}
