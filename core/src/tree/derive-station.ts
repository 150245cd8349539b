import { horizontalDistance, horizontalDistanceSigma, predictedBase } from '../height/index';
import { ASSUMED_EYE_HEIGHT, type ReadingErrors } from '../kit/index';
import { type Answer, answer, type Metres, metres, noAnswer, type Tangent, tangent, toMetres } from '../units';
import { meanSight, type StationReadings } from './gather';
import { type Sight, type StationResult, TOP_TARGETS, type TopTarget } from './result';

/**
 * One setting-up: the level distance to the axis and the sights from there.
 * @param s the readings of one station
 * @param diameter of the stem, metres; null when it is not known yet
 * @param eyeHeight of the person, metres; null when it is not known
 * @param errors standard errors where a reading names none
 * @throws DomainError on a reading that can't be one
 */
export function deriveStation(
  s: StationReadings,
  diameter: Metres | null,
  eyeHeight: Metres | null,
  errors: ReadingErrors,
): Answer<StationResult> {
  const tape = s.distances.at(-1);
  if (!tape) return noAnswer('no-distance', 'No distance from the tree is read yet.');
  const ground = meanSight(s.angles.get('ground'), errors.angle);
  if (tape.along === 'slope' && !ground) {
    return noAnswer('no-slope', 'The tape lay along the slope: sight the slope, and the level distance follows.');
  }
  if (tape.to === 'bark' && diameter === null) {
    return noAnswer('bark-without-diameter', 'The tape ended at the bark: read the diameter, and half of it is added.');
  }
  const taped = {
    taped: toMetres(tape.value, tape.unit),
    slope: tangent(tape.along === 'slope' && ground ? ground.t : 0),
    toAxis: metres(tape.to === 'bark' && diameter !== null ? diameter / 2 : 0),
  };
  const distance = horizontalDistance(taped);
  const sigmaTape = tape.sigma ?? taped.taped * (tape.along === 'slope' ? errors.slopeDistance : errors.levelDistance);
  const ownEye = s.eyeHeights.at(-1);
  const eye = ownEye ? toMetres(ownEye.value, ownEye.unit) : eyeHeight;
  const usedEye = eye ?? metres(ASSUMED_EYE_HEIGHT);
  const tops: Partial<Record<TopTarget, Sight>> = {};
  for (const target of TOP_TARGETS) {
    const sight = meanSight(s.angles.get(target), errors.angle);
    if (sight) tops[target] = sight;
  }
  const base = meanSight(s.angles.get('base'), errors.angle);
  const mark = base ? null : meanSight(s.angles.get('mark'), errors.angle);
  const markHeight = mark ? s.markHeights.at(-1) : undefined;
  if (mark && !markHeight) return noAnswer('no-mark-height', 'A mark was sighted: type how high it is above the ground reference.');
  return answer({
    station: s.id,
    distance,
    distanceSigma: horizontalDistanceSigma(taped, sigmaTape, ground?.sigma ?? 0),
    along: tape.along,
    slope: ground ? ground.t : null,
    eyeHeight: usedEye,
    eyeHeightAssumed: eye === null,
    predictedBase: predictedBase(usedEye, distance, (ground?.t ?? 0) as Tangent),
    base: base ?? mark,
    markHeight: markHeight ? toMetres(markHeight.value, markHeight.unit) : metres(0),
    tops,
  });
}
