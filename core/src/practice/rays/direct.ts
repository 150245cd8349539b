import type { Rays } from './define';

/** Along the tree. */
export const direct: Rays = (t, draw, e) => [
  { kind: 'direct-height', target: 'tip', along: 'plumb', value: t.height * (1 + draw(e.direct)), unit: 'm' },
];
