import { type Estimate, withInterval } from '../estimate/index';
import { HEIGHT_MODELS, type HeightCurve } from '../height-curve/index';

/** A tree whose volume follows from an equation, and maybe from a curve. */
export interface ModelTree {
  /** What it counts for in each sum: trees it stands for × the share of its plot in the mean. */
  readonly weight: number;
  /** m³. */
  readonly volume: number;
  /** What its equation is of: all trees of one share its error. */
  readonly equation: string;
  /** Standard error of the equation, as a share of the volume. */
  readonly equationError: number;
  /** The curve that gave its height; null where that was measured. */
  readonly curve: HeightCurve | null;
  /** m. */
  readonly dbh: number;
  /** Names of the sums it is in. */
  readonly sums: readonly string[];
}

const CM = 100;

/**
 * How much volumes vary with the errors of height curves and volume equations: by simulation, each error drawn once a run
 * for all trees of a curve or an equation, as it is the same error that they share; tree by tree it would vanish.
 * @param trees with what each counts for
 * @param normal draws from the standard normal distribution
 * @param runs of the simulation
 * @returns by the name of each sum its variance, in the square of its unit; null where a curve is so unsure that hardly any
 * draw of its parameters is a curve
 */
export function modelVariances(trees: readonly ModelTree[], normal: () => number, runs = 200): ReadonlyMap<string, number | null> {
  const equations = new Map<string, number>();
  const curves = new Map<HeightCurve, DrawnCurve>();
  const names = new Map<string, number>();
  for (const { equation, equationError, curve, dbh, sums } of trees) {
    equations.set(equation, equationError);
    if (curve) {
      const known = curves.get(curve) ?? { roots: rootOf(curve.fit.covariance), diameters: new Set<number>() };
      known.diameters.add(dbh * CM);
      curves.set(curve, known);
    }
    for (const name of sums) if (!names.has(name)) names.set(name, names.size);
  }
  const plain = trees.map((t) => {
    const above = t.curve ? HEIGHT_MODELS[t.curve.fit.model].height(t.curve.fit.parameters, t.dbh * CM) : 0;
    return { ...t, at: t.sums.map((s) => names.get(s) as number), height: t.curve ? t.curve.breastHeight + above : 0 };
  });
  const drawn = Array.from({ length: names.size }, () => ({ sum: 0, squares: 0 }));
  const totals = new Float64Array(names.size);
  for (let run = 0; run < runs; run++) {
    totals.fill(0);
    const equationOff = new Map([...equations].map(([name, error]) => [name, 1 + error * normal()]));
    const parametersOf = new Map([...curves].map(([curve, how]) => [curve, drawCurve(curve, how, normal)]));
    for (const { curve, volume, weight, equation, dbh, height, at } of plain) {
      let now = weight * volume * (equationOff.get(equation) as number);
      if (curve) {
        const p = parametersOf.get(curve);
        now *= p ? (curve.breastHeight + HEIGHT_MODELS[curve.fit.model].height(p, dbh * CM)) / height : Number.NaN;
      }
      for (const k of at) totals[k] = (totals[k] as number) + now;
    }
    for (const [k, d] of drawn.entries()) {
      d.sum += totals[k] as number;
      d.squares += (totals[k] as number) ** 2;
    }
  }
  return new Map(
    [...names].map(([name, k]) => {
      const { sum, squares } = drawn[k] as { sum: number; squares: number };
      const variance = (squares - sum ** 2 / runs) / (runs - 1);
      return [name, Number.isFinite(variance) ? Math.max(0, variance) : null];
    }),
  );
}

/**
 * An estimate whose interval holds the errors of curves and equations as well; the same where it has no interval.
 * @param variance of those errors; null where it is not known, and then nobody knows the interval
 */
export function withModelError(estimate: Estimate, variance: number | null, confidence: number): Estimate {
  const { standardError, df } = estimate;
  if (standardError === null || df === null) return estimate;
  if (variance === null) return withInterval({ ...estimate, variance: null }, confidence, 'curve-unsure');
  const own = standardError ** 2;
  const all = own + variance;
  // the simulated errors are as good as known: only the plots' own part has few degrees of freedom
  const joined = own > 0 && df > 0 ? (all ** 2 / own ** 2) * df : variance > 0 ? MANY : df;
  return withInterval({ ...estimate, variance: all, df: Math.min(MANY, joined) }, confidence);
}
/** So many degrees of freedom are a normal distribution. */
const MANY = 1e6;

/** Lower triangle L with L·L' = M. @source Cholesky */
function rootOf(m: readonly (readonly number[])[]): number[][] {
  const root = m.map((row) => row.map(() => 0));
  for (let a = 0; a < m.length; a++)
    for (let b = 0; b <= a; b++) {
      let sum = (m[a] as number[])[b] as number;
      for (let c = 0; c < b; c++) sum -= ((root[a] as number[])[c] as number) * ((root[b] as number[])[c] as number);
      (root[a] as number[])[b] = a === b ? Math.sqrt(Math.max(0, sum)) : sum / (((root[b] as number[])[b] as number) || 1);
    }
  return root;
}
/** A curve whose parameters are drawn, and the diameters it is asked for, cm. */
interface DrawnCurve {
  readonly roots: readonly (readonly number[])[];
  readonly diameters: Set<number>;
}
/** So often parameters are drawn again where they are no curve. */
const DRAWS = 1000;

/**
 * Parameters of a curve that might be the true ones: drawn again where they give one of its trees no height, as a curve with
 * a rate below 0 does. Null where hardly any draw is a curve.
 */
function drawCurve({ fit }: HeightCurve, { roots, diameters }: DrawnCurve, normal: () => number): number[] | null {
  const { height } = HEIGHT_MODELS[fit.model];
  const isHeight = (h: number) => Number.isFinite(h) && h >= 0;
  for (let i = 0; i < DRAWS; i++) {
    const drawn = drawFrom(fit.parameters, roots, normal);
    if ([...diameters].every((d) => isHeight(height(drawn, d)))) return drawn;
  }
  return null;
}

const drawFrom = (top: readonly number[], root: readonly (readonly number[])[], normal: () => number): number[] => {
  const z = top.map(() => normal());
  return top.map((v, a) => v + (root[a] as number[]).reduce((sum, l, b) => sum + l * (z[b] as number), 0));
};
