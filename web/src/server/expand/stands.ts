import {
  areaOfRule,
  circleInside,
  distanceToEdge,
  edgeWayOf,
  inOrOut,
  isInside,
  limitOf,
  metres,
  type Outline,
  type PlanPoint,
  radians,
  type SamplingRule,
  SQUARE_METRES_PER_HECTARE,
  walkThrough,
} from '@arbolito/core';
import type { InSi } from '../../book/land-units';
import type { ExpandPlot, ExpandTract } from '../../contract/expand';
import type { ExpandDesign } from '../../contract/expand-design';
import type { ExpandTree } from '../../contract/expand-tree';
import { type FieldErrors, shown } from '../../contract/field-errors';
import type { ReadTree } from './tree';

const turned = (degrees: number) => radians((degrees * Math.PI) / 180);

/** Where the trees of a plot stand, and what that says. */
export interface Stands {
  /** Null for a plot of some area whatever its form. */
  readonly rule: SamplingRule | null;
  readonly design: ExpandDesign;
  readonly tract: Outline | null;
  readonly centre: PlanPoint | null;
  readonly edge: 'circle' | 'walk-through';
  readonly units: InSi;
}

/** What one tree of a plot stands for, and whether it is one. */
export interface Judged {
  readonly out: boolean;
  readonly underRule: boolean;
  /** Trees of a hectare; null where its diameter would have to say. */
  readonly perHectare: number | null;
  readonly edge: number;
  /** Whether it may stand near an edge that nobody told it of. */
  readonly open: boolean;
}
/** What decides where nothing depends on the diameter. */
const ANY = metres(0.3);

export function judge(tree: ExpandTree, read: ReadTree, at: string, stands: Stands, errors: FieldErrors): Judged | null {
  const { rule, design, units, tract, centre } = stands;
  const fine: Judged = { out: false, underRule: false, perHectare: null, edge: tree.countsAs ?? 1, open: false };
  if (rule === null) return { ...fine, perHectare: SQUARE_METRES_PER_HECTARE / ((design as { area: number }).area * units.area) };
  const needs = design.kind === 'point' || design.kind === 'nested';
  if (read.deciding === null && needs) return fine;
  const dbh = read.deciding === null ? ANY : metres(read.deciding);
  const bearing = turned(tree.azimuth ?? 0);
  const limit = limitOf(rule, dbh, bearing);
  if (limit === null) return { ...fine, underRule: true };
  const judged = { ...fine, perHectare: limit.perHectare };
  const near = tract && centre && edgeWayOf(rule) !== 'none' && tree.countsAs === undefined;
  if (tree.distance === undefined) return { ...judged, open: Boolean(near && distanceToEdge(tract, centre) < 2 * limit.distance) };
  const level = tree.distance * units.length * Math.cos(turned(tree.elevation ?? 0));
  const found = inOrOut(rule, dbh, metres(0), {
    read: metres(level),
    sigma: metres(0),
    along: { kind: 'level' },
    to: 'axis',
    bearing: { value: bearing, sigma: radians(0) },
  });
  // a distance that was typed and a limit that was computed meet again only to the last digits
  const isIn = found?.in || level <= limit.distance * (1 + 1e-9);
  if (!isIn) return { ...judged, out: true };
  if (!near) return judged;
  if (tree.azimuth === undefined) return { ...judged, open: distanceToEdge(tract, centre) < level + Math.max(level, limit.distance) };
  const stood: PlanPoint = { x: centre.x + level * Math.sin(bearing), y: centre.y + level * Math.cos(bearing) };
  // beyond the edge it is no tree of this tract
  if (!isInside(tract, stood)) return { ...judged, out: true };
  const whole = stands.edge === 'circle' && edgeWayOf(rule) === 'circle';
  const weight = whole ? circleInside(tract, stood, limit.distance).weight : walkThrough(tract, centre, stood);
  if (weight === null) errors.add(`${at}.distance`, shown(tree.distance), 'a tree inside the tract');
  return { ...judged, edge: weight ?? 1 };
}

export function placeErrors(
  tree: ExpandTree,
  at: string,
  plot: ExpandPlot,
  { rule, design, tract, centre }: Stands,
  errors: FieldErrors,
): void {
  const says = (field: 'distance' | 'azimuth', allowed: string) => errors.add(`${at}.${field}`, shown(tree[field]), allowed);
  if (rule === null && tree.distance !== undefined)
    says('distance', 'left out where plots are told by their area: nobody knows how far they reach');
  if (design.kind === 'rectangle' && tree.distance !== undefined) {
    if (tree.azimuth === undefined) says('azimuth', 'told beside the distance: a rectangle ends nearer in one bearing than in another');
    else if (plot.axis === undefined) says('azimuth', 'told where the plot says its axis');
  }
  if (tract && !centre && tree.azimuth !== undefined) says('azimuth', 'told where the plot says its centre on the tract’s plan');
}

export function ruleOf(design: ExpandDesign, plot: ExpandPlot, { length, diameter, names }: InSi): SamplingRule | null {
  switch (design.kind) {
    case 'area':
      return null;
    case 'circle':
      return { kind: 'circle', radius: metres(design.radius * length) };
    case 'nested':
      return {
        kind: 'nested',
        circles: design.circles.map((c) => ({ from: metres(c.from * diameter), radius: metres(c.radius * length) })),
      };
    case 'rectangle':
      return {
        kind: 'rectangle',
        width: metres(design.width * length),
        length: metres(design.length * length),
        axis: turned(plot.axis ?? 0),
      };
    case 'strip':
      return { kind: 'strip', width: metres(design.width * length), length: metres((plot.length ?? 1) * length) };
    case 'point':
      return { kind: 'point', factor: design.factor, units: names.land === 'acre' ? 'us' : 'metric' };
  }
}

/** m²; null where trees of different sizes have areas of their own. */
export const areaOf = (design: ExpandDesign, rule: SamplingRule | null, { area }: InSi): number | null =>
  rule ? areaOfRule(rule) : design.kind === 'area' ? design.area * area : null;

export function outsideTract(tract: Outline, centre: PlanPoint, field: string, errors: FieldErrors): boolean {
  if (isInside(tract, centre)) return false;
  errors.add(field, 'an object', 'inside the tract');
  return true;
}
export const outlineOf = ({ corners, holes }: ExpandTract, { length }: InSi): Outline => {
  const ring = (points: readonly { x: number; y: number }[]) => points.map(({ x, y }) => ({ x: x * length, y: y * length }));
  return { ring: ring(corners), holes: (holes ?? []).map((h) => ring(h.corners)) };
};
