import type { HeightCurve, HeightCurves, MeasuredTree } from './curves';
import { curveFor } from './curves';
import { quadratic } from './fit';
import { HEIGHT_MODELS } from './models';

/** What usually makes a tree lie off its curve. */
export type OffCause = 'girth-as-diameter' | 'diameter-as-girth' | 'feet-as-metres' | 'metres-as-feet' | 'inches-as-centimetres';

/** A measured tree that lies off its curve. Metres. */
export interface OffTree {
  readonly id: string;
  readonly species: string | null;
  readonly dbh: number;
  readonly height: number;
  /** What the curve gives it. */
  readonly expected: number;
  /** How many standard deviations off, against the curve laid through the others: above 0 where the tree is taller. */
  readonly deviation: number;
  /** Slips that would put it on the curve, the likeliest first; none where it may simply be so. */
  readonly causes: readonly OffCause[];
}

/** Of a thousand trees without a fault one or two lie so far off. */
const FAR = 3.5;
/** A slip explains a tree that it brings so near. */
const NEAR = 2;

const SLIPS: { readonly [K in OffCause]: (t: { dbh: number; height: number }) => { dbh: number; height: number } } = {
  'girth-as-diameter': ({ dbh, height }) => ({ dbh: dbh / Math.PI, height }),
  'diameter-as-girth': ({ dbh, height }) => ({ dbh: dbh * Math.PI, height }),
  'feet-as-metres': ({ dbh, height }) => ({ dbh, height: height * 0.3048 }),
  'metres-as-feet': ({ dbh, height }) => ({ dbh, height: height / 0.3048 }),
  'inches-as-centimetres': ({ dbh, height }) => ({ dbh: dbh * 2.54, height }),
};

/**
 * Measured trees that lie off their curve. Each is held against the curve laid through the others, so that a wild tree does
 * not hide itself by bending it.
 * @param trees those the curves were laid through
 * @returns the farthest off first
 * @source externally studentised residuals, Cook & Weisberg 1982
 */
export function offTheCurve(trees: readonly MeasuredTree[], curves: HeightCurves): readonly OffTree[] {
  const found = trees.flatMap((tree) => {
    const curve = curves.own.find((c) => c.species === tree.species) ?? curveFor(curves, null);
    if (!curve) return [];
    const { expected, deviation, spread } = against(curve, tree);
    if (Math.abs(deviation) <= FAR) return [];
    const causes = (Object.keys(SLIPS) as OffCause[])
      .map((cause) => ({ cause, off: Math.abs(nearness(curve, SLIPS[cause](tree), spread)) }))
      .filter((c) => c.off <= NEAR)
      .sort((a, b) => a.off - b.off);
    return [{ ...tree, expected, deviation, causes: causes.map((c) => c.cause) }];
  });
  return found.sort((a, b) => Math.abs(b.deviation) - Math.abs(a.deviation));
}

const CM = 100;

function against({ fit, breastHeight }: HeightCurve, { dbh, height }: MeasuredTree) {
  const model = HEIGHT_MODELS[fit.model];
  const expected = breastHeight + model.height(fit.parameters, dbh * CM);
  const residual = height - expected;
  const k = fit.parameters.length;
  const variance = fit.sigma ** 2;
  const leverage = variance > 0 ? Math.min(0.999, quadratic(fit.covariance, model.slopes(fit.parameters, dbh * CM)) / variance) : 0;
  const others = fit.n - k - 1;
  const without = others > 0 ? (fit.sumOfSquares - residual ** 2 / (1 - leverage)) / others : variance;
  // trees that lie on the curve to the last digit are no measure of how far one is off
  const spread = Math.sqrt(Math.max(without, (1e-6 * height) ** 2));
  return { expected, spread, deviation: residual / (spread * Math.sqrt(1 - leverage)) };
}

/** How many standard deviations of the others a tree is off its curve. */
function nearness({ fit, breastHeight, from, to }: HeightCurve, { dbh, height }: { dbh: number; height: number }, spread: number): number {
  // where no tree was measured the curve explains nothing
  if (dbh < from * 0.7 || dbh > to * 1.3) return Number.POSITIVE_INFINITY;
  return (height - breastHeight - HEIGHT_MODELS[fit.model].height(fit.parameters, dbh * CM)) / spread;
}
