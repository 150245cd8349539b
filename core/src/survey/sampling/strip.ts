import { metres, requireLength, SQUARE_METRES_PER_HECTARE } from '../../units';
import { defineSampling } from './define';

/** A strip along a line that is walked: what counts is how far a tree stands square off that line, either side. */
export const strip = defineSampling<'strip'>({
  check({ width, length }) {
    requireLength('width', width);
    requireLength('length', length);
  },
  limit: ({ width, length }) => ({
    distance: metres(width / 2),
    perDiameter: 0,
    perBearing: 0,
    steps: [],
    perHectare: SQUARE_METRES_PER_HECTARE / (width * length),
  }),
  area: ({ width, length }) => width * length,
  edge: 'none',
});
