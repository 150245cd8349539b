import { DomainError, metres, requireFinite, requireLength, SQUARE_METRES_PER_HECTARE } from '../../units';
import { defineSampling } from './define';

/** A rectangle about its middle; a square where width and length are the same. Its limit is another in each bearing. */
export const rectangle = defineSampling<'rectangle'>({
  check({ width, length, axis }) {
    requireLength('width', width);
    requireLength('length', length);
    requireFinite('bearing of the axis', axis);
  },
  limit({ width, length, axis }, _, bearing) {
    if (bearing === null)
      throw new DomainError('bearing-needed', 'bearing', null, 'a rectangle ends nearer in one bearing than in another');
    const off = bearing - axis;
    const [along, across] = [Math.abs(Math.cos(off)), Math.abs(Math.sin(off))];
    const byEnd = length / 2 <= (width / 2) * (along / across);
    const distance = metres(byEnd ? length / 2 / along : width / 2 / across);
    // the edge is met aslant: a bearing that is off moves the point where
    const perBearing = distance * (byEnd ? Math.tan(off) : -1 / Math.tan(off));
    return { distance, perDiameter: 0, perBearing, steps: [], perHectare: SQUARE_METRES_PER_HECTARE / (width * length) };
  },
  area: ({ width, length }) => width * length,
  edge: 'walk-through',
});
