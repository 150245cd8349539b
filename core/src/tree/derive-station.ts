import { type ErrorPart, type Measured, predictedBase, propagate } from '../height/index';
import { ASSUMED_EYE_HEIGHT, type ReadingErrors } from '../kit/index';
import { type AngleTarget, HEIGHT_TARGETS, type ShotTarget, type TopTarget } from '../reading/index';
import { type Answer, answer, degreesToRadians, type Metres, metres, noAnswer, type Tangent, toMetres } from '../units';
import type { Reckoning } from './derive/define';
import { byPoleAt } from './derive/pole';
import { byFarSights } from './derive/two-stations';
import { mostCertain, type ReadDistance, readDistance } from './derive-distance';
import { othersOf, type StationReadings } from './gather';
import { ERRORS_TOO_LARGE, numberOf, orNone } from './or-none';
import { meanShot, meanSight, pointsOverhead } from './read-sight';
import type { Lean, Sight, StationResult } from './result';

/**
 * One setting-up: the level distance to the axis and the sights from there.
 * @param s the readings of one station
 * @param all every station of the tree: one may be the far end of this one's baseline
 * @param diameter of the stem, metres; null when it is not known yet
 * @param eyeHeight of the person, metres; null when it is not known
 * @param errors standard errors where a reading names none
 * @throws DomainError on a reading that can't be one
 */
export function deriveStation(
  s: StationReadings,
  all: readonly StationReadings[],
  diameter: Metres | null,
  eyeHeight: Metres | null,
  errors: ReadingErrors,
): Answer<StationResult> {
  const ground = meanSight(s.angles.get('ground'), errors);
  const foot = sightAt(s, 'base', errors);
  const mark = foot ? null : sightAt(s, 'mark', errors);
  const base = foot ?? mark;
  const markHeight = mark ? s.markHeights.at(-1) : undefined;
  if (s.included && [...s.angles.values()].some((shots) => pointsOverhead(shots, base))) return OVERHEAD;
  const tops: Partial<Record<TopTarget, Sight>> = {};
  for (const target of HEIGHT_TARGETS) {
    const sight = sightAt(s, target, errors, base);
    if (sight) tops[target] = sight;
  }
  const pole = poleOf(s, errors);
  const far = s.others.length === 0 ? NO_FAR : farOf(s, all, errors);
  if (!far.ok) return far;
  const lean = leanOf(s, errors);
  const read = readDistance(s, ground, diameter, errors);
  const found =
    pole || far.value
      ? mostCertain([
          read,
          ...(pole && base ? [reckoned('pole', byPoleAt(pole), { 'base-sight': base }, null)] : []),
          ...(far.value && base && tops.tip
            ? [reckoned('two-stations', byFarSights(far.value, 'top-sight', lean), { 'top-sight': tops.tip, 'base-sight': base }, lean)]
            : []),
        ])
      : read;
  if (!found.ok) return found;
  if (mark && !markHeight) return noAnswer('no-mark-height', 'A mark was sighted: type how high it is above the ground reference.');
  const { distance, sigma, by, along } = found.value;
  const ownEye = s.eyeHeights.at(-1);
  const eye = ownEye ? toMetres(ownEye.value, ownEye.unit) : eyeHeight;
  const usedEye = eye ?? metres(ASSUMED_EYE_HEIGHT);
  return answer({
    station: s.id,
    distance,
    distanceSigma: sigma,
    distanceBy: by,
    otherDistances: found.value.others ?? NO_OTHERS,
    along,
    slope: ground ? ground.t : null,
    eyeHeight: usedEye,
    eyeHeightAssumed: eye === null,
    predictedBase: predictedBase(usedEye, distance, (ground?.t ?? 0) as Tangent),
    base,
    markHeight: markHeight ? toMetres(markHeight.value, markHeight.unit) : metres(0),
    tops,
    points: pointsOf(s, errors, base),
    plumb: plumbOf(s, ground, errors),
    lean,
    pole: by === 'pole' ? pole : null,
    far: by === 'two-stations' ? far.value : null,
  });
}

const NO_POINTS: StationResult['points'] = [];
const NO_FAR: Answer<StationResult['far']> = answer(null);
const NO_OTHERS: StationResult['otherDistances'] = [];
const OVERHEAD = noAnswer('tip-overhead', 'Together with the base the angle points straight up or beyond: check both, or step back.');

/** What was sighted of a target: line-of-sight shots where there are any, else angles. */
function sightAt(s: StationReadings, target: AngleTarget & ShotTarget, errors: ReadingErrors, base: Sight | null = null): Sight | null {
  const angles = meanSight(s.angles.get(target), errors, base);
  if (s.others.length === 0) return angles;
  return (
    meanShot(
      othersOf(s, 'shot').filter((r) => r.target === target),
      errors,
    ) ?? angles
  );
}

function pointsOf(s: StationReadings, errors: ReadingErrors, base: Sight | null): StationResult['points'] {
  if (s.others.length === 0) return NO_POINTS;
  const angles = othersOf(s, 'angle');
  const shots = othersOf(s, 'shot').filter((r) => r.target === 'point');
  const names = [...new Set([...angles, ...shots].map((r) => r.name ?? 'point'))];
  return names.flatMap((name) => {
    const own = <T extends { readonly name?: string }>(r: T) => (r.name ?? 'point') === name;
    const sight = meanShot(shots.filter(own), errors) ?? meanSight(angles.filter(own), errors, base);
    return sight ? [{ name, sight }] : [];
  });
}

function plumbOf(s: StationReadings, ground: Sight | null, errors: ReadingErrors): StationResult['plumb'] {
  const last = s.distances.findLast((r) => r.to === 'plumb');
  if (!last) return null;
  const only: StationReadings = { ...s, distances: [{ ...last, to: 'axis' }], others: [] };
  const read = readDistance(only, ground, null, errors);
  return read.ok ? { distance: read.value.distance, sigma: read.value.sigma } : null;
}

function leanOf(s: StationReadings, errors: ReadingErrors): Lean | null {
  const last = s.others.length === 0 ? undefined : othersOf(s, 'lean').at(-1);
  return last ? { angle: degreesToRadians(last.value), toward: last.toward, sigma: last.sigma ?? errors.lean } : null;
}

function poleOf(s: StationReadings, errors: ReadingErrors): StationResult['pole'] {
  const pole = s.others.length === 0 ? undefined : othersOf(s, 'pole').at(-1);
  const top = pole && meanSight(s.angles.get('pole-top'), errors);
  if (!pole || !top) return null;
  // a marked pole is exact beside the sights that use it
  return { length: toMetres(pole.value, pole.unit), sigma: metres(pole.sigma ?? 0), top };
}

function farOf(s: StationReadings, all: readonly StationReadings[], errors: ReadingErrors): Answer<StationResult['far']> {
  const line = s.others.length === 0 ? undefined : othersOf(s, 'baseline').at(-1);
  if (!line) return answer(null);
  const other = all.find((o) => o.id === line.far && o.id !== s.id);
  const top = other && sightAt(other, 'tip', errors);
  const base = other && (sightAt(other, 'base', errors) ?? sightAt(other, 'mark', errors));
  if (!top || !base)
    return noAnswer('far-not-sighted', 'From the far station both tip and base are needed: sight them there too, the same points.');
  const length = toMetres(line.value, line.unit);
  const level = length * Math.cos(degreesToRadians(line.elevation ?? 0));
  const sigma = line.sigma ?? length * (line.elevation ? errors.slopeDistance : errors.levelDistance);
  return answer({ station: line.far, baseline: metres(level), sigma: metres(sigma), top, base });
}

/** A distance that was reckoned from other readings, with its error. */
function reckoned(
  by: 'pole' | 'two-stations',
  { terms, of }: Reckoning,
  sights: Readonly<Partial<Record<ErrorPart, Sight>>>,
  lean: Lean | null,
): Answer<ReadDistance> {
  const read = { ...terms } as Record<ErrorPart, Measured>;
  for (const [part, s] of Object.entries(sights) as [ErrorPart, Sight][]) read[part] = { value: Math.atan(s.t), sigma: s.sigma };
  const known = { lean: lean?.angle ?? 0 };
  const distance = of({ ...Object.fromEntries(Object.entries(read).map(([part, m]) => [part, m.value])), ...known });
  if (!distance.ok) return distance;
  const sigma = orNone(() => propagate(read, (v) => numberOf(of({ ...v, ...known }))).sigma);
  return sigma === null ? ERRORS_TOO_LARGE : answer({ distance: metres(distance.value), sigma: metres(sigma), by, along: 'level' });
}
