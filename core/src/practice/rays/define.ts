import type { ReadingErrors } from '../../kit/index';
import type { AngleTarget, Reading } from '../../reading/index';
import type { Ray, SimulatedTree, Vec } from '../simulated-tree';

/** What is used beside an instrument. */
export interface SimulatedGear {
  /** Height of a mark or transponder above the ground, metres. */
  readonly mark: number;
  readonly pole: number;
  /** Level line from the nearer station to the farther one. */
  readonly baseline: number;
  /** Eye to stick. */
  readonly reach: number;
  /** Rise over run of a set angle. */
  readonly rise: number;
  /** Elevation of the sun, radians. */
  readonly sun: number;
  readonly staff: number;
  /** Set in an instrument that reports heights. */
  readonly setDistance: number;
}
export const USUAL_GEAR: SimulatedGear = {
  mark: 1.3,
  pole: 4,
  baseline: 15,
  reach: 0.635,
  rise: 1,
  sun: 0.72,
  staff: 1.5,
  setDistance: 20,
};

/** Draws an error of a standard deviation; `() => 0` reads without error. */
export type Draw = (sigma: number) => number;

const percent = (elevation: number) => 100 * Math.tan(elevation);
export const degrees = (elevation: number) => (elevation * 180) / Math.PI;

/** What is read of a simulated tree by one method. */
export type Rays = (t: SimulatedTree, draw: Draw, errors: ReadingErrors, gear: SimulatedGear) => readonly Reading[];

export const tape = (t: SimulatedTree, draw: Draw, e: ReadingErrors): Reading => ({
  kind: 'distance',
  value: t.distance * (1 + draw(e.levelDistance)),
  unit: 'm',
  along: 'level',
  to: 'axis',
});
export const sight = (target: AngleTarget, r: Ray, draw: Draw, e: ReadingErrors, station?: string): Reading => ({
  kind: 'angle',
  target,
  value: percent(r.elevation + draw(e.angle)),
  scale: 'percent',
  ...(station ? { station } : {}),
});
export const metresLong = (kind: 'mark-height' | 'pole', value: number): Reading => ({ kind, value, unit: 'm' });
export const FOOT: Vec = { x: 0, y: 0, z: 0 };

/** A shot of a laser at tip or base. */
export function laser(target: 'tip' | 'base', r: Ray, draw: Draw, e: ReadingErrors): Reading {
  return {
    kind: 'shot',
    target,
    value: r.length + draw(e.laserDistance),
    unit: 'm',
    elevation: degrees(r.elevation + draw(e.laserAngle)),
    by: 'laser',
    to: 'axis',
  };
}
