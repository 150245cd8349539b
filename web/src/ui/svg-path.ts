import type { Point } from '@arbolito/core';

const tenth = (p: Point) => `${Math.round(p.x * 10) / 10} ${Math.round(p.y * 10) / 10}`;

/** Points as the path of an SVG, to a tenth of a pixel. */
export const path = (points: readonly Point[], close = false) => `M${points.map(tenth).join('L')}${close ? 'Z' : ''}`;

/** Points as the list of a polyline, to a tenth of a pixel. A list that changes costs less than a path: it is no style. */
export const points = (all: readonly Point[]) => all.map(tenth).join(' ');
