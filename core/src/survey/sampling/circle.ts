import { requireLength } from '../../units';
import { defineSampling, treesPerHectare } from './define';

/** A circle of one size for every tree. */
export const circle = defineSampling<'circle'>({
  check: ({ radius }) => requireLength('radius', radius),
  limit: ({ radius }) => ({ distance: radius, perDiameter: 0, perBearing: 0, steps: [], perHectare: treesPerHectare(radius) }),
  area: ({ radius }) => Math.PI * radius * radius,
  edge: 'circle',
});
