import { DomainError, requireFrom, requireLength } from '../../units';
import { defineSampling, treesPerHectare } from './define';

/** A limit and a diameter that were typed in one unit meet again as metres only to the last digits. */
const SAME = 1e-9;

/** Circles in one another, each for trees from a diameter on. */
export const nested = defineSampling<'nested'>({
  check({ circles }) {
    if (circles.length === 0) throw new DomainError('out-of-range', 'circles', 0, 'at least one');
    for (const { from, radius } of circles) {
      requireFrom('diameter from which a circle counts', from);
      requireLength('radius', radius);
    }
    const sorted = circles.toSorted((a, b) => a.from - b.from);
    for (const [i, c] of sorted.entries()) {
      const thinner = sorted[i - 1];
      if (!thinner) continue;
      if (c.from - thinner.from <= SAME) throw new DomainError('out-of-range', 'circles', c.from, 'each with a diameter of its own');
      if (c.radius <= thinner.radius) throw new DomainError('out-of-range', 'radius', c.radius, 'larger for thicker trees');
    }
  },
  limit({ circles }, dbh) {
    const reached = circles.filter((c) => dbh >= c.from - SAME);
    if (reached.length === 0) return null;
    const { radius } = reached.reduce((a, b) => (b.from > a.from ? b : a));
    return { distance: radius, perDiameter: 0, perBearing: 0, steps: circles.map((c) => c.from), perHectare: treesPerHectare(radius) };
  },
  area: () => null,
  edge: 'circle',
});
