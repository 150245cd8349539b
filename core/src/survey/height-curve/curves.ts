import { type Answer, DomainError, noAnswer, requireAbove } from '../../units';
import { fitModel, type HeightFit, quadratic } from './fit';
import { HEIGHT_MODEL_NAMES, HEIGHT_MODELS } from './models';

/** A tree whose diameter and height are both measured. Metres. */
export interface MeasuredTree {
  readonly id: string;
  readonly species: string | null;
  readonly dbh: number;
  readonly height: number;
}

/** A curve with the trees it rests on. */
export interface HeightCurve {
  /** The species it is of; null of all together. */
  readonly species: string | null;
  /** The chosen fit: of those that converged the one with the smallest cross-validated error. */
  readonly fit: HeightFit;
  /** Every model that was tried, the chosen one among them, with what became of it. */
  readonly tried: readonly Answer<HeightFit>[];
  /** Thinnest and thickest tree it rests on, m: beyond them it only guesses. */
  readonly from: number;
  readonly to: number;
  readonly breastHeight: number;
}

/** What a curve says of a tree. Metres. */
export interface CurveHeight {
  readonly height: number;
  /** Standard error of the curve there. */
  readonly sigmaCurve: number;
  /** Of one tree about it: the curve's own and the trees' spread. */
  readonly sigma: number;
  /** Whether the tree is thinner or thicker than every tree the curve rests on. */
  readonly outside: boolean;
}

/** A species has a curve of its own from so many measured trees on; all together from so many. */
export const LEAST_OF_SPECIES = 8;
export const LEAST_TOGETHER = 5;

/** The curves of a survey. */
export interface HeightCurves {
  /** Of each species with trees enough, the most trees first. */
  readonly own: readonly HeightCurve[];
  /** Of all trees together; none where there are too few even so, null where every species that asks has its own. */
  readonly together: Answer<HeightCurve> | null;
  /** Species with trees enough whose trees no curve could be laid through, and why. */
  readonly failed: readonly { readonly species: string | null; readonly reason: string }[];
}

const CM = 100;

/**
 * Lays curves of height over diameter through the measured trees of a survey, each species with enough of them for itself.
 * @param trees those with both, m
 * @param breastHeight m
 * @param asking the species that ask for a curve: those with none of their own take that of all together
 * @returns a curve of each species with trees enough, of all together where one asks that has none, and what failed
 * @throws DomainError for a tree that is not above breast height, or a diameter of 0 or less
 */
export function heightCurves(
  trees: readonly MeasuredTree[],
  breastHeight: number,
  asking: ReadonlySet<string | null> = new Set([null]),
): HeightCurves {
  for (const { id, dbh, height } of trees) {
    requireAbove('diameter', dbh);
    if (!(Number.isFinite(height) && height > breastHeight))
      throw new DomainError('out-of-range', `height of ${id}`, height, `above breast height, ${breastHeight} m`);
  }
  const groups = new Map<string | null, MeasuredTree[]>();
  for (const tree of trees) {
    const group = groups.get(tree.species);
    if (group) group.push(tree);
    else groups.set(tree.species, [tree]);
  }
  const own: HeightCurve[] = [];
  const failed: { species: string | null; reason: string }[] = [];
  for (const [species, group] of groups) {
    if (species === null || group.length < LEAST_OF_SPECIES) continue;
    const found = curveOf(species, group, breastHeight);
    if (found.ok) own.push(found.value);
    else failed.push({ species, reason: found.reason });
  }
  own.sort((a, b) => b.fit.n - a.fit.n);
  const alone = [...asking].some((species) => !own.some((c) => c.species === species));
  const together = !alone
    ? null
    : trees.length < LEAST_TOGETHER
      ? noAnswer('too-few', `A curve needs ${LEAST_TOGETHER} trees with diameter and height; there are ${trees.length}.`)
      : curveOf(null, trees, breastHeight);
  return { own, together, failed };
}

function curveOf(species: string | null, trees: readonly MeasuredTree[], breastHeight: number): Answer<HeightCurve> {
  const d = trees.map((t) => t.dbh * CM);
  const y = trees.map((t) => t.height - breastHeight);
  const tried = HEIGHT_MODEL_NAMES.map((name) => fitModel(HEIGHT_MODELS[name], d, y));
  const fits = tried.flatMap((t) => (t.ok ? [t.value] : []));
  const [first] = fits.sort((a, b) => a.crossValidated - b.crossValidated);
  if (!first) {
    const why = tried.find((t) => !t.ok);
    return noAnswer('no-convergence', why && !why.ok ? why.reason : 'No curve could be laid through these trees.');
  }
  const dbhs = trees.map((t) => t.dbh);
  const [from, to] = [dbhs.reduce((a, b) => Math.min(a, b)), dbhs.reduce((a, b) => Math.max(a, b))];
  return { ok: true, value: { species, fit: first, tried, from, to, breastHeight } };
}

/** The curve for a tree of some species: its own, else the one of all together; null where there is none. */
export const curveFor = (curves: HeightCurves, species: string | null): HeightCurve | null =>
  curves.own.find((c) => c.species === species) ?? (curves.together?.ok ? curves.together.value : null);

/** The height that a curve gives a tree, m, and whether that is a guess: without its errors, for trees by the thousand. */
export function plainHeightOn({ fit, breastHeight, from, to }: HeightCurve, dbh: number): Pick<CurveHeight, 'height' | 'outside'> {
  requireAbove('diameter', dbh);
  const height = breastHeight + HEIGHT_MODELS[fit.model].height(fit.parameters, dbh * CM);
  return { height, outside: dbh < from - SAME || dbh > to + SAME };
}

/**
 * What a curve says of a tree.
 * @param curve laid through measured trees
 * @param dbh m, above 0
 * @returns its height with the errors of the curve and of one tree about it
 * @throws DomainError `out-of-range`
 */
export function heightOn(curve: HeightCurve, dbh: number): CurveHeight {
  const plain = plainHeightOn(curve, dbh);
  const { fit } = curve;
  const variance = quadratic(fit.covariance, HEIGHT_MODELS[fit.model].slopes(fit.parameters, dbh * CM));
  return { ...plain, sigmaCurve: Math.sqrt(variance), sigma: Math.sqrt(variance + fit.sigma ** 2) };
}
const SAME = 1e-9;
