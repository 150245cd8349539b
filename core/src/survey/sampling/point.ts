import { METRES_PER_FOOT, metres, requireAbove, SQUARE_METRES_PER_ACRE } from '../../units';
import { defineSampling, SQUARE_METRES_PER_HECTARE, treesPerHectare } from './define';

/** Square metres of basal area a hectare that one counted tree stands for, of a factor in ft²/acre. */
const US = (METRES_PER_FOOT ** 2 / SQUARE_METRES_PER_ACRE) * SQUARE_METRES_PER_HECTARE;

/**
 * A point: each tree has a circle of its own, in proportion to its diameter, so that every tree in stands for as much
 * basal area. Metric R (m) = d (cm)/(2·√BAF); US R (ft) = d (in)·√(10890/BAF)/12.
 */
export const point = defineSampling<'point'>({
  check: ({ factor }) => requireAbove('basal-area factor', factor),
  limit({ factor, units }, dbh) {
    const perDiameter = Math.sqrt(SQUARE_METRES_PER_HECTARE / (units === 'us' ? factor * US : factor)) / 2;
    const distance = metres(dbh * perDiameter);
    return { distance, perDiameter, perBearing: 0, steps: [], perHectare: treesPerHectare(distance) };
  },
  edge: 'circle',
});
