import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { inverse, Matrix } from 'ml-matrix';
import { type Answer, answer, noAnswer } from '../../units';
import type { HeightModel, HeightModelName } from './define';

/** A curve laid through measured trees. */
export interface HeightFit {
  readonly model: HeightModelName;
  /** By the model's own order; diameters in cm, heights in m. */
  readonly parameters: readonly number[];
  readonly covariance: readonly (readonly number[])[];
  /** Trees it rests on. */
  readonly n: number;
  /** Sum of squared residuals, m². */
  readonly sumOfSquares: number;
  /** Standard deviation of trees about it, m. */
  readonly sigma: number;
  /** Root of the mean square error of each tree against the curve laid through the others, m. */
  readonly crossValidated: number;
  readonly iterations: number;
}

/** The optimiser runs to its end each time: it is asked in so many short runs until nothing moves. */
const RUN = 3;
const RUNS = 40;
/** So small a share of the residuals lies where the parameters could still take them up. @source Bates & Watts 1981 */
const CONVERGED = 1e-5;

/**
 * Lays a curve through trees by least squares in the height.
 * @param d diameters, cm
 * @param y heights above breast height, m
 * @returns refused where it has fewer than two trees more than parameters, did not converge, or is no curve of trees
 */
export function fitModel(model: HeightModel, d: readonly number[], y: readonly number[]): Answer<HeightFit> {
  const [n, k] = [d.length, model.parameters.length];
  if (n < k + 2) return noAnswer('too-few', `${k + 2} measured trees at least; there are ${n}.`);
  for (const start of model.starts(d, y).slice(0, 3)) {
    const found = fitFrom(model, d, y, start);
    if (found) return answer(found);
  }
  return noAnswer(
    'no-convergence',
    `No ${model.name} curve could be laid through ${n} trees: their diameters or heights are too much alike.`,
  );
}

function fitFrom(model: HeightModel, d: readonly number[], y: readonly number[], start: readonly number[]): HeightFit | null {
  let parameters = [...start];
  let iterations = 0;
  if (!parameters.every(Number.isFinite)) return null;
  for (let run = 0; run < RUNS; run++) {
    const judged = judge(model, d, y, parameters);
    if (!judged) return null;
    if (judged.left < CONVERGED) return model.isOne(parameters) ? { ...judged.fit, iterations } : null;
    try {
      const step = levenbergMarquardt({ x: d, y }, (p) => (x) => model.height(p, x), {
        initialValues: parameters,
        jacobianFunction: (p) => (x) => model.slopes(p, x),
        damping: run === 0 ? 1e-2 : 1e-7,
        maxIterations: RUN,
        errorTolerance: Number.MIN_VALUE,
      });
      iterations += step.iterations;
      parameters = step.parameterValues;
    } catch {
      // a matrix that can't be solved: the trees don't tell the parameters apart
      return null;
    }
  }
  return null;
}

/** How well parameters do, and how much of the residuals they could still take up; null where they say nothing. */
function judge(model: HeightModel, d: readonly number[], y: readonly number[], parameters: readonly number[]) {
  const [n, k] = [d.length, parameters.length];
  const slopes = d.map((v) => model.slopes(parameters, v));
  const residuals = d.map((v, i) => (y[i] as number) - model.height(parameters, v));
  const normal = Matrix.zeros(k, k);
  const right = new Array<number>(k).fill(0);
  for (const [i, row] of slopes.entries())
    for (let a = 0; a < k; a++) {
      right[a] = (right[a] as number) + (row[a] as number) * (residuals[i] as number);
      for (let b = 0; b < k; b++) normal.set(a, b, normal.get(a, b) + (row[a] as number) * (row[b] as number));
    }
  if (!normal.to1DArray().every(Number.isFinite)) return null;
  const unit = invert(normal);
  if (!unit) return null;
  const sumOfSquares = residuals.reduce((s, r) => s + r * r, 0);
  const taken = Math.max(0, quadratic(unit, right));
  const variance = sumOfSquares / (n - k);
  const heights = y.reduce((s, v) => s + v * v, 0);
  // exact data leave nothing to compare with but the heights themselves
  const left = Math.sqrt(taken / k / Math.max((sumOfSquares - taken) / (n - k), 1e-20 * heights));
  const alone = residuals.reduce((s, r, i) => s + (r / (1 - Math.min(0.999, quadratic(unit, slopes[i] as number[])))) ** 2, 0);
  const fit = {
    model: model.name,
    parameters,
    covariance: unit.map((row) => row.map((v) => v * variance)),
    n,
    sumOfSquares,
    sigma: Math.sqrt(variance),
    crossValidated: Math.sqrt(alone / n),
  };
  return { fit, left };
}

/** Parameters differ by orders of magnitude: scaled to ones on the diagonal before it is turned over. */
function invert(m: Matrix): number[][] | null {
  const scale = m.diagonal().map((v) => 1 / Math.sqrt(v));
  if (!scale.every(Number.isFinite)) return null;
  try {
    const scaled = Matrix.zeros(m.rows, m.columns);
    for (let a = 0; a < m.rows; a++)
      for (let b = 0; b < m.columns; b++) scaled.set(a, b, m.get(a, b) * (scale[a] as number) * (scale[b] as number));
    const turned = inverse(scaled);
    const found = turned.to2DArray().map((row, a) => row.map((v, b) => v * (scale[a] as number) * (scale[b] as number)));
    // nearly alike columns: a diagonal of a million says that the parameters are not told apart
    return turned.diagonal().every((v) => v > 0 && v < 1e10) ? found : null;
  } catch {
    return null;
  }
}

/** v'Mv. */
export const quadratic = (m: readonly (readonly number[])[], v: readonly number[]): number => bilinear(m, v, v);

/** u'Mv. */
export function bilinear(m: readonly (readonly number[])[], u: readonly number[], v: readonly number[]): number {
  let sum = 0;
  for (let a = 0; a < u.length; a++)
    for (let b = 0; b < v.length; b++) sum += (u[a] as number) * ((m[a] as number[])[b] as number) * (v[b] as number);
  return sum;
}
