import type { Point } from '@arbolito/core';

/** Points as the path of an SVG, to a tenth of a pixel. */
export const path = (points: readonly Point[], close = false) =>
  `M${points.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}${close ? 'Z' : ''}`;

/** Points as the list of a polyline, to a tenth of a pixel. A list that changes costs less than a path: it is no style. */
export const points = (all: readonly Point[]) => all.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join(' ');
