import { byDevice, bySetAngle, byShadow, byStick, type ErrorPart } from '../height/index';
import type { ReadingErrors } from '../kit/index';
import type { GroundReference } from '../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer, radians, toMetres } from '../units';
import { idOf, othersOf, type StationReadings } from './gather';
import type { TopTarget } from './height-reading';
import { meanSight } from './read-sight';
import type { HeightMethod, HeightResult, StationResult } from './result';

/** What methods without two sights need to know beside their own readings. */
export interface Around {
  readonly s: StationReadings;
  /** The station, where it has a level distance. */
  readonly station: Answer<StationResult>;
  readonly diameter: Metres | null;
  readonly eyeHeight: Metres | null;
  readonly errors: ReadingErrors;
  readonly tipOffset: number;
  readonly reference: GroundReference;
}

/**
 * The height of a target by what was read of it other than sights: along the tree, by its shadow, by stick, by an
 * instrument with one set angle, or as an instrument reported it.
 * @returns null where nothing of the kind was read
 */
export function heightOtherwise(target: TopTarget, a: Around): Answer<HeightResult> | null {
  if (a.s.others.length === 0) return null;
  return direct(target, a) ?? shadow(target, a) ?? device(target, a) ?? stick(target, a) ?? setAngle(target, a);
}

function result(
  a: Around,
  method: HeightMethod,
  value: number,
  parts: Partial<Record<ErrorPart, number>>,
  from: readonly string[],
): Answer<HeightResult> {
  const all = Object.entries(parts) as [ErrorPart, number][];
  const largest = all.reduce((x, y) => (Math.abs(y[1]) > Math.abs(x[1]) ? y : x));
  return answer({
    value: metres(value),
    sigma: metres(Math.hypot(...all.map(([, part]) => part))),
    method,
    station: a.s.id,
    reference: a.reference,
    signCase: null,
    parts,
    dominant: largest[0],
    stemLength: null,
    agreement: null,
    from,
  });
}

function direct(target: TopTarget, a: Around): Answer<HeightResult> | null {
  const read = othersOf(a.s, 'direct-height').findLast((r) => r.target === target);
  if (!read) return null;
  const sum = [read.value, ...(read.more ?? [])].reduce((x, y) => x + y, 0);
  const value = toMetres(sum, read.unit);
  if (!(value > 0)) return noAnswer('out-of-range', 'The parts of a height must add up to more than 0.');
  return result(a, 'direct', value, { direct: read.sigma ?? value * a.errors.direct }, [idOf(read)]);
}

function shadow(target: TopTarget, a: Around): Answer<HeightResult> | null {
  if (target !== 'tip') return null;
  const tree = othersOf(a.s, 'shadow').at(-1);
  const reference = othersOf(a.s, 'reference-shadow').at(-1);
  if (!tree && !reference) return null;
  if (!tree) return noAnswer('no-shadow', 'The tree’s own shadow is not read yet.');
  if (!reference) return noAnswer('no-reference-shadow', 'The shadow of something of known height is needed, in the same minute.');
  if (a.diameter === null)
    return noAnswer('bark-without-diameter', 'The shadow begins at the bark: read the diameter, and half of it is added.');
  // seen from the end of the shadow: ground that rises to the tree falls away from it
  const slope = radians(-Math.atan(meanSight(a.s.angles.get('ground'), a.errors)?.t ?? 0));
  const of = { height: toMetres(reference.height, reference.unit), shadow: toMetres(reference.value, reference.unit) };
  const height = byShadow(toMetres(tree.value, tree.unit), a.diameter, of, slope);
  if (!height.ok) return height;
  // the sun's tangent carries the tip's offset down to the ground
  const parts = { shadow: height.value * a.errors.shadow, 'tip-offset': (of.height / of.shadow) * a.tipOffset };
  return result(a, 'shadow', height.value, parts, [idOf(tree), idOf(reference)]);
}

function device(target: TopTarget, a: Around): Answer<HeightResult> | null {
  const read = othersOf(a.s, 'device-height').findLast((r) => r.target === target);
  if (!read) return null;
  const reported = toMetres(read.value, read.unit);
  const used = a.station.ok ? a.station.value.distance : null;
  const mark = a.s.markHeights.at(-1);
  const set = read.setMark ?? 0;
  const above = reported - set;
  if (!(above > 0)) return noAnswer('device-below-mark', 'The reported height is not above the mark set in the instrument.');
  const scaled = read.setDistance !== undefined && used !== null ? byDevice(metres(above), metres(read.setDistance), used) : above;
  const value = scaled + (mark ? toMetres(mark.value, mark.unit) : set);
  const away = used ?? read.setDistance ?? value;
  const parts = {
    device: read.sigma ?? value * a.errors.device,
    'tip-offset': target === 'tip' ? (value / away) * a.tipOffset : 0,
    distance: a.station.ok && read.setDistance !== undefined ? (value / away) * a.station.value.distanceSigma : 0,
  };
  return result(a, 'device', value, parts, [idOf(read)]);
}

function stick(target: TopTarget, a: Around): Answer<HeightResult> | null {
  const read = othersOf(a.s, 'stick').findLast((r) => r.target === target);
  if (!read) return null;
  if (!a.station.ok) return a.station;
  if (read.reach === undefined)
    return noAnswer('no-reach', 'The stick needs your reach, level from the eye to the stick: measure it once and keep it in the kit.');
  const { distance, distanceSigma, eyeHeight } = a.station.value;
  const length = toMetres(read.value, read.unit);
  const value = byStick(length, distance, metres(read.reach));
  const parts = {
    stick: read.sigma ? (value * read.sigma) / length : value * a.errors.stick,
    distance: (value / distance) * distanceSigma,
    'tip-offset': target === 'tip' ? (Math.max(0, value - eyeHeight) / distance) * a.tipOffset : 0,
  };
  return result(a, 'stick', value, parts, [idOf(read)]);
}

/** Ground may fall or rise this much for the eye's height to stand for the mark's: a tenth of an eye height at 10 m. */
const NEARLY_LEVEL = 0.016;

function setAngle(target: TopTarget, a: Around): Answer<HeightResult> | null {
  const read = target === 'tip' ? othersOf(a.s, 'set-angle').at(-1) : undefined;
  if (!read) return null;
  if (!a.station.ok) return a.station;
  const { distance, distanceSigma, eyeHeight, slope } = a.station.value;
  const told = a.s.markHeights.at(-1);
  if (!told && slope !== null && Math.abs(slope) > NEARLY_LEVEL)
    return noAnswer(
      'mark-needed',
      'On sloping ground the eye’s height can’t stand for the mark: sight a level mark on the stem and type its height.',
    );
  const mark = told ? toMetres(told.value, told.unit) : eyeHeight;
  const t = read.rise / read.run;
  const value = bySetAngle(distance, t, mark);
  const sigma = read.sigma ?? a.errors.protractor;
  const parts: Partial<Record<ErrorPart, number>> = {
    'set-angle': distance * (1 + t * t) * sigma,
    mark: told ? distance * sigma : Math.hypot(distance * sigma, a.errors.eyeHeight),
    distance: t * distanceSigma,
    'tip-offset': t * a.tipOffset,
  };
  return result(a, 'set-angle', value, parts, [idOf(read)]);
}
