import { METRES_PER_FOOT, metres, requireAbove, SQUARE_METRES_PER_ACRE, SQUARE_METRES_PER_HECTARE } from '../../units';
import { defineSampling, type RuleOf, treesPerHectare } from './define';

/** Square metres of basal area a hectare that one counted tree stands for, of a factor in ft²/acre. */
const US = (METRES_PER_FOOT ** 2 / SQUARE_METRES_PER_ACRE) * SQUARE_METRES_PER_HECTARE;

/** Basal area that each tree in stands for, m²/ha, whichever units its factor is in. */
export const metricFactorOf = ({ factor, units }: Pick<RuleOf<'point'>, 'factor' | 'units'>): number =>
  units === 'us' ? factor * US : factor;

/**
 * A point: each tree has a circle of its own, in proportion to its diameter, so that every tree in stands for as much
 * basal area. Metric R (m) = d (cm)/(2·√BAF); US R (ft) = d (in)·√(10890/BAF)/12.
 */
export const point = defineSampling<'point'>({
  check: ({ factor }) => requireAbove('basal-area factor', factor),
  limit(rule, dbh) {
    const perDiameter = Math.sqrt(SQUARE_METRES_PER_HECTARE / metricFactorOf(rule)) / 2;
    const distance = metres(dbh * perDiameter);
    return { distance, perDiameter, perBearing: 0, steps: [], perHectare: treesPerHectare(distance) };
  },
  area: () => null,
  edge: 'circle',
});
