import { type AngleReading, ONE_STATION, type Reading, type ShotReading } from '../reading/index';
import { scaleOf } from '../tree/index';
import { echoAngle, formatNumber, type Metres, metresPerLength, sayLength, showHeight, tangentOf, type UnitSystem } from '../units';
import type { SceneInput, SightScene } from './scene';

/** Whether a reading was taken from a station; without a name for it, from any. */
export const mine = (r: Reading, station: string | undefined) => station === undefined || (r.station ?? ONE_STATION) === station;

/** A height with its error at the tip, bare elsewhere. */
export function dimensionText(target: string, value: Metres, sigma: Metres, units: UnitSystem): string {
  const per = metresPerLength(units);
  return target === 'tip' ? `${showHeight(value, units)} ±${formatNumber(sigma / per, 1)}` : showHeight(value, units);
}

/** The sighting as read; several shots as their mean with their number. */
export function readText(input: SceneInput, target: string, name?: string, station = input.station): string {
  const all = input.readings.filter(
    (r): r is AngleReading | ShotReading =>
      (r.kind === 'angle' || r.kind === 'shot') && r.target === target && mine(r, station) && (name === undefined || r.name === name),
  );
  const shots = all.filter((r) => r.kind === 'shot');
  const first = shots[0] ?? all[0];
  if (!first) return target;
  if (first.kind === 'shot') {
    const text = `${sayLength(first.value, first.unit)} ${echoAngle(first.elevation, { kind: 'degree' })}`;
    return shots.length === 1 ? text : `${text} ×${shots.length}`;
  }
  const angles = all.filter((r) => r.kind === 'angle');
  const scale = scaleOf(first);
  const between = first.included ? '∠ ' : '';
  if (angles.length === 1) return `${between}${short(first.value, scale)}`;
  const same = angles.every((s) => s.scale === first.scale && s.scaleDistance === first.scaleDistance);
  if (!same) return `${angles.length} shots`;
  const mean = angles.reduce((sum, s) => sum + s.value, 0) / angles.length;
  return `${between}${short(Math.round(mean * 100) / 100, scale)} ×${angles.length}`;
}

/** On a dial only what it means has room. */
function short(value: number, scale: ReturnType<typeof scaleOf>): string {
  const echo = echoAngle(value, scale);
  return scale.kind === 'dial' ? echo.slice(echo.indexOf('=') + 2) : echo;
}

/** Slope of the ground as it was sighted from a station, rise over run toward the tree; 0 where it was not. */
export function groundSlope(input: SceneInput, station: string | undefined): number {
  const ground = input.readings.findLast((r) => r.kind === 'angle' && r.target === 'ground' && mine(r, station));
  return ground?.kind === 'angle' ? tangentOf(ground.value, scaleOf(ground)) : 0;
}

/** The ground's slope, and the distance that was laid along it. */
export function slopeText(input: SceneInput, station: string | undefined): SightScene['slope'] {
  const ground = input.readings.findLast((r) => r.kind === 'angle' && r.target === 'ground' && mine(r, station));
  const tape = input.readings.findLast((r) => (r.kind === 'distance' || r.kind === 'paces') && mine(r, station));
  const read = tape?.kind === 'distance' ? sayLength(tape.value, tape.unit) : tape?.kind === 'paces' ? `${tape.value} paces` : '';
  const along = (tape?.kind === 'distance' || tape?.kind === 'paces') && tape.along === 'slope';
  if (ground?.kind !== 'angle') return along ? { text: `${read} along ?°`, along } : null;
  const slope = echoAngle(ground.value, scaleOf(ground));
  return along ? { text: `${read} along ${slope}`, along } : { text: `slope ${slope}`, along: false };
}
