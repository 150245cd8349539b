import { type LeaningStem, PLUMB, predictedBase } from '../height/index';
import { ASSUMED_EYE_HEIGHT } from '../kit/index';
import { HEIGHT_TARGETS, type TopTarget } from '../reading/index';
import { type Answer, answer, type Metres, metres, type Tangent, toMetres } from '../units';
import { angleTerm, type Reckoning, type Terms } from './derive/define';
import { byPoleAt } from './derive/pole';
import { lowAngle, OVERHEAD } from './derive/sighted';
import { byFarSights } from './derive/two-stations';
import { mostCertain, type ReadDistance } from './derive-distance';
import { reckon } from './reckon';
import type { Sight, StationResult } from './result';
import { overhead, pointsOf, type Seen, type Setup, seenOf, stemOf } from './setup';

/**
 * One setting-up as it is drawn and checked: the level distance to the axis and the sights from there.
 * @param u what was read there
 * @param eyeHeight of the person, metres; null when it is not known
 */
export function deriveStation(u: Setup, eyeHeight: Metres | null): Answer<StationResult> {
  if (overhead(u)) return OVERHEAD;
  const { s, ground } = u;
  const [foot, mark] = [bestOf(seenOf(u, 'base')), bestOf(seenOf(u, 'mark'))];
  const base = foot ?? mark;
  const markHeight = foot || !u.mark.ok ? metres(0) : u.mark.value;
  const tops: Partial<Record<TopTarget, Sight>> = {};
  for (const target of HEIGHT_TARGETS) {
    const sight = bestOf(seenOf(u, target));
    if (sight) tops[target] = sight;
  }
  const found = levelDistance(u);
  if (!found.ok) return found;
  if (mark && !foot && !u.mark.ok) return u.mark;
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
    markHeight,
    tops,
    points: pointsSeen(u),
    plumb: u.plumb,
    lean: u.lean?.ok ? u.lean.value : null,
    pole: by === 'pole' && u.pole?.top ? { ...u.pole, top: u.pole.top } : null,
    far: by === 'two-stations' && u.far?.ok ? u.far.value : null,
  });
}

const NO_POINTS: StationResult['points'] = [];
const NO_OTHERS: StationResult['otherDistances'] = [];

/** What is drawn of a thing that was sighted in several ways: a shot says where it is by itself. */
const bestOf = (seen: Seen): Sight | null => seen.shot ?? seen.angle ?? seen.included;

function pointsSeen(u: Setup): StationResult['points'] {
  const names = pointsOf(u.s);
  if (names.length === 0) return NO_POINTS;
  return names.flatMap((name) => {
    const sight = bestOf(seenOf(u, `point:${name}`));
    return sight ? [{ name, sight }] : [];
  });
}

/** The level distance as it was read, and as a pole or a second station has it: the most certain counts. */
export function levelDistance(u: Setup): Answer<ReadDistance> {
  if (!u.pole && !u.far) return u.distance;
  const stem = u.lean?.ok ? stemOf(u.lean.value) : PLUMB;
  const all: Answer<ReadDistance>[] = [u.distance];
  const tip = seenOf(u, 'tip').angle;
  const low = lowAngle(u);
  const base = low.ok ? low.value : null;
  if (u.pole?.top && base)
    all.push(reckoned('pole', byPoleAt(u.pole, u.pole.top, base.markHeight), { 'base-sight': angleTerm(base.low) }, stem));
  if (u.far?.ok && base && tip) {
    const sights = { 'top-sight': angleTerm(tip), 'base-sight': angleTerm(base.low) };
    all.push(reckoned('two-stations', byFarSights(u.far.value, 'top-sight', base.markHeight), sights, stem));
  } else if (u.far && !u.far.ok) all.push(u.far);
  return mostCertain(all);
}

/** A distance that was reckoned from other readings, with its error. */
function reckoned(by: 'pole' | 'two-stations', { terms, of }: Reckoning, sights: Terms, stem: LeaningStem): Answer<ReadDistance> {
  const found = reckon({ ...terms, ...sights }, (v) => of(v, stem));
  if (!found.ok) return found;
  const { value, sigma } = found.value;
  return answer({ distance: metres(value), sigma: metres(sigma), by, along: 'level' });
}
