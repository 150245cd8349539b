import { type Metres, requireAbove, requireFinite, requireLength } from '../units';

/**
 * Height that an upright stick covers. The eye need not be level with the base; the stick is parallel to the stem.
 * @param length of stick above the hand that covers base to tip, metres, above 0
 * @param distance horizontal, from the eye to the axis, metres, above 0
 * @param reach horizontal, from the eye to the stick, metres, above 0; where it equals `length`, height equals distance
 * @returns metres
 * @throws DomainError `out-of-range`
 * @source similar triangles: H = L·D/r
 * @example byStick(metres(0.6), metres(30), metres(0.6)) // 30
 */
export function byStick(length: Metres, distance: Metres, reach: Metres): Metres {
  requireLength('length of the stick', length);
  requireLength('distance', distance);
  requireLength('reach', reach);
  return ((length / reach) * distance) as Metres;
}

/**
 * Logs read on a stick's log scale, as they are at another distance or reach than it is drawn for.
 * @param logs as read, above 0
 * @param distance used, and the one the scale is drawn for, metres
 * @param reach the person's own, and the one the scale is drawn for, metres
 * @returns logs
 * @throws DomainError `out-of-range`
 * @source logs = reading·(D/D₀)·(a/a')
 * @example logsByStick(2, { used: metres(20.1168), drawn: metres(20.1168) }, { own: metres(0.635), drawn: metres(0.635) }) // 2
 */
export function logsByStick(
  logs: number,
  distance: { readonly used: Metres; readonly drawn: Metres },
  reach: { readonly own: Metres; readonly drawn: Metres },
): number {
  requireAbove('logs', logs);
  for (const d of [distance.used, distance.drawn]) requireLength('distance', d);
  for (const r of [reach.own, reach.drawn]) requireLength('reach', r);
  return logs * (distance.used / distance.drawn) * (reach.drawn / reach.own);
}

/**
 * Height by an instrument with one set angle (45°, or any rise to run), from where it points at the tip.
 * @param distance horizontal, to the axis, metres, above 0
 * @param slope rise over run of the set angle, above 0
 * @param markHeight of the level datum on the stem above the ground reference, metres, below 0 under it; eye height stands for it on level ground only
 * @returns metres
 * @throws DomainError `out-of-range`
 * @source H = D·rise/run + h_m
 * @example bySetAngle(metres(33), 0.5, metres(1)) // 17.5
 */
export function bySetAngle(distance: Metres, slope: number, markHeight: Metres): Metres {
  requireLength('distance', distance);
  requireAbove('set angle', slope);
  requireFinite('height of the mark', markHeight);
  return (distance * slope + markHeight) as Metres;
}

/**
 * A height an instrument reported for a distance set in it, used at another one.
 * @param reported metres, above 0
 * @param set the distance set in the instrument, metres, above 0
 * @param used where it was used, metres, above 0
 * @returns metres
 * @throws DomainError `out-of-range`
 * @source every height of a fixed scale grows with the distance: H·D/D_set
 * @example byDevice(metres(20), metres(20), metres(25)) // 25
 */
export function byDevice(reported: Metres, set: Metres, used: Metres): Metres {
  requireAbove('reported height', reported);
  requireLength('distance set', set);
  requireLength('distance', used);
  return (reported * (used / set)) as Metres;
}
