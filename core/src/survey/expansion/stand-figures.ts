import { requireAbove, requireFrom } from '../../units';

const CM = 100;

/**
 * Quadratic mean diameter: √(40000·G/(π·N)).
 * @param trees of any land, from 0
 * @param basalArea of the same land, m²
 * @returns m; null of no trees
 */
export function quadraticMeanDiameter(trees: number, basalArea: number): number | null {
  requireFrom('trees', trees);
  requireFrom('basal area', basalArea);
  return trees > 0 ? Math.sqrt((4 * basalArea) / (Math.PI * trees)) : null;
}

/** Diameter that the index takes as its measure: 10 inches. */
const STAND_DENSITY_DIAMETER = 25.4;

/**
 * Stand density index: N·(QMD/25.4 cm)^1.605. Per hectare for trees per hectare, per acre for trees per acre.
 * @param trees per unit of land, from 0
 * @param qmd m; null of no trees
 * @source Reineke 1933
 */
export const standDensityIndex = (trees: number, qmd: number | null): number | null =>
  qmd === null ? null : trees * ((qmd * CM) / STAND_DENSITY_DIAMETER) ** 1.605;

/** A tree of one plot as the dominant height looks at it. */
export interface DominantTree {
  /** Trees of a hectare it stands for. */
  readonly weight: number;
  /** m. */
  readonly dbh: number;
  /** m; null while nobody knows it. */
  readonly height: number | null;
}

/**
 * Dominant height of one plot: trees in order of diameter until their weights reach the number of thickest asked for, the
 * last one in part.
 * @param thickest how many of a hectare: 100, or 40 of an acre
 * @throws DomainError `out-of-range` for a number that is not above 0
 * @returns m; of a plot with fewer trees, of all there are; null of an empty plot, or where one of them has no height
 */
export function dominantHeight(trees: readonly DominantTree[], thickest: number): number | null {
  requireAbove('number of thickest trees', thickest);
  let [left, sum] = [thickest, 0];
  // of trees as thick as each other the taller first, so that their order says nothing
  for (const { weight, height } of trees.toSorted((a, b) => b.dbh - a.dbh || (b.height ?? 0) - (a.height ?? 0))) {
    if (left <= 1e-9 * thickest) break;
    if (height === null) return null;
    const part = Math.min(left, weight);
    sum += part * height;
    left -= part;
  }
  const reached = thickest - left;
  return reached > 0 ? sum / reached : null;
}
