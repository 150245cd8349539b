import { type LeaningStem, PLUMB } from '../height/index';
import type { ReadingErrors } from '../kit/index';
import { type AngleTarget, HEIGHT_TARGETS, type ShotTarget, type TopTarget } from '../reading/index';
import { type Answer, answer, degreesToRadians, type Metres, metres, noAnswer, toMetres } from '../units';
import { type ReadDistance, readDistance, type Thickness } from './derive-distance';
import { othersOf, type StationReadings } from './gather';
import { meanShot, meanSight, pointsOverhead } from './read-sight';
import type { Lean, Sight, StationResult } from './result';

/** What a height can be of: a target with a name in the language, or a place that somebody named. */
export type Aim = TopTarget | `point:${string}`;

/** The ways in which one thing was sighted from a station. */
export interface Seen {
  readonly angle: Sight | null;
  /** As the angle between it and the base. */
  readonly included: Sight | null;
  readonly shot: Sight | null;
}

/** A second station in line with the tree: what was sighted there, and the level line to it. */
export type FarStation = NonNullable<StationResult['far']>;

/** Everything that was read from one station, as sights and lengths: what any way of finding a height begins with. */
export interface Setup {
  readonly s: StationReadings;
  readonly ground: Sight | null;
  /** Read by tape, paces, rangefinder or shot; a pole's or a second station's is reckoned by those. */
  readonly distance: Answer<ReadDistance>;
  readonly seen: ReadonlyMap<Aim | 'base' | 'mark', Seen>;
  /** Height of the mark above the ground reference; no answer where nobody told it, or somebody told two. */
  readonly mark: Answer<Metres>;
  readonly pole: { readonly length: Metres; readonly sigma: Metres; readonly top: Sight | null } | null;
  /** Null where there is no baseline; no answer where the far sights are missing. */
  readonly far: Answer<FarStation> | null;
  readonly plumb: StationResult['plumb'];
  /** Null where nobody told one; no answer where it can't be used from here. */
  readonly lean: Answer<Lean> | null;
  /** The lean as anybody told it, from wherever: enough where only its angle counts. */
  readonly leaning: Lean | null;
  /** Radians clockwise from north, from the station to the stem; null where it was not kept. */
  readonly bearing: number | null;
}

const NOTHING: Seen = { angle: null, included: null, shot: null };
export const seenOf = (u: Setup, aim: Aim | 'base' | 'mark'): Seen => u.seen.get(aim) ?? NOTHING;

/** A thing's sight by its angle; a shot's angle serves where the shot ended on the axis, as the level distance does. */
export function asAngle(seen: Seen | undefined): Sight | null {
  if (seen?.angle) return seen.angle;
  return seen?.shot?.line && !seen.shot.line.toBark ? seen.shot : null;
}

/** The lean of the stem as seen from a station; plumb where none was told. */
export const stemOf = (lean: Lean | null): LeaningStem => (lean ? { angle: lean.angle, direction: lean.direction } : PLUMB);

/**
 * One station's readings as sights and lengths. Nothing is judged: what is missing is for each way to say.
 * @param s the readings of one station
 * @param all every station of the tree: one may be the far end of this one's baseline
 * @param diameter of the stem; null when it is not known yet
 * @param errors standard errors where a reading names none
 * @throws DomainError on a reading that can't be one
 */
export function setUp(s: StationReadings, all: readonly StationReadings[], diameter: Thickness | null, errors: ReadingErrors): Setup {
  const ground = meanSight(s.angles.get('ground'), errors);
  const plain = s.others.length === 0;
  return {
    s,
    ground,
    distance: readDistance(s, ground, diameter, errors),
    seen: sightsOf(s, errors, diameter),
    mark: markOf(s),
    pole: plain && !s.angles.has('pole-top') ? null : poleOf(s, errors),
    far: plain ? null : farOf(s, all, errors, diameter),
    plumb: plumbOf(s, ground, errors),
    lean: leanOf(s, all, errors),
    leaning: anyLean(s, all, errors),
    bearing: plain ? null : bearingOf(s),
  };
}

function sightsOf(s: StationReadings, errors: ReadingErrors, diameter: Thickness | null): Setup['seen'] {
  const seen = new Map<Aim | 'base' | 'mark', Seen>();
  if (s.others.length === 0 && !s.included) {
    // angles and nothing else: what nearly every station has
    for (const [target, own] of s.angles)
      if (target !== 'ground' && target !== 'pole-top' && target !== 'point')
        seen.set(target, { angle: meanSight(own, errors), included: null, shot: null });
    return seen;
  }
  const shots = s.others.length === 0 ? [] : othersOf(s, 'shot').filter((r) => r.target !== 'stem');
  let low: Sight | null = null;
  let over: Sight | null = null;
  const add = (aim: Aim | 'base' | 'mark', target: AngleTarget & ShotTarget, name: string | null) => {
    const angles = name === null ? s.angles.get(target) : othersOf(s, 'angle').filter((r) => (r.name ?? 'point') === name);
    const own = shots.filter((r) => r.target === target && (name === null || (r.name ?? 'point') === name));
    if (!angles?.length && own.length === 0) return;
    const mixed = s.included && angles ? angles : null;
    seen.set(aim, {
      angle: meanSight(mixed ? mixed.filter((r) => !r.included) : angles, errors),
      included: mixed
        ? meanSight(
            mixed.filter((r) => r.included),
            errors,
            mixed.some((r) => r.over === 'mark') ? over : low,
          )
        : null,
      shot: own.length > 0 ? meanShot(own, errors, diameter?.value ?? null) : null,
    });
  };
  const lowest = (of: Seen | undefined) => of?.angle ?? of?.shot ?? null;
  add('base', 'base', null);
  add('mark', 'mark', null);
  over = lowest(seen.get('mark'));
  low = lowest(seen.get('base')) ?? over;
  for (const target of HEIGHT_TARGETS) add(target, target, null);
  for (const name of pointsOf(s)) add(`point:${name}`, 'point', name);
  return seen;
}

const NO_POINTS: readonly string[] = [];
/** Places with names of their own, in the order in which they were first sighted. */
export function pointsOf(s: StationReadings): readonly string[] {
  if (s.others.length === 0) return NO_POINTS;
  const named = [...othersOf(s, 'angle'), ...othersOf(s, 'shot').filter((r) => r.target === 'point')];
  return [...new Set(named.map((r) => r.name ?? 'point'))];
}

/** Whether an included angle, put on the low sight, points straight up or beyond. */
export function overhead(u: Setup): boolean {
  if (!u.s.included) return false;
  const base = seenOf(u, 'base');
  const mark = seenOf(u, 'mark');
  const low = base.angle ?? base.shot ?? mark.angle ?? mark.shot;
  return [...u.s.angles.values(), othersOf(u.s, 'angle')].some((shots) => pointsOverhead(shots, low));
}

const NO_MARK_HEIGHT = noAnswer('no-mark-height', 'A mark was sighted: type how high it is above the ground reference.');
const MARK_TWICE = noAnswer(
  'mark-told-twice',
  'Two heights of a mark are told from here: take one back, or tell the set angle’s own beside it.',
);
/** Repeats of one mark within a centimetre are one; the last counts. */
function markOf({ markHeights }: StationReadings): Answer<Metres> {
  const all = markHeights.map((r) => toMetres(r.value, r.unit));
  const last = all.at(-1);
  if (last === undefined) return NO_MARK_HEIGHT;
  return all.some((m) => Math.abs(m - last) > 0.01) ? MARK_TWICE : answer(last);
}

function plumbOf(s: StationReadings, ground: Sight | null, errors: ReadingErrors): StationResult['plumb'] {
  const last = s.distances.findLast((r) => r.to === 'plumb');
  if (!last) return null;
  const only: StationReadings = { ...s, distances: [{ ...last, to: 'axis' }], others: [] };
  const read = readDistance(only, ground, null, errors);
  return read.ok ? { distance: read.value.distance, sigma: read.value.sigma } : null;
}

const TOLD_TWICE = noAnswer('lean-told-twice', 'The lean was told twice from here, in different directions: take one of them back.');
const FROM_ELSEWHERE = noAnswer(
  'lean-direction',
  'The lean was told from another station: say here too which way the stem leans, or keep the bearing of both.',
);

/** The lean as told here, or from another station where the bearings of both say which way it is from here. */
function leanOf(s: StationReadings, all: readonly StationReadings[], errors: ReadingErrors): Setup['lean'] {
  const own = toldLean(s, errors);
  if (own || all.length === 1) return own;
  let turned: Setup['lean'] = null;
  for (const other of all) {
    const theirs = other === s ? null : toldLean(other, errors);
    if (!theirs) continue;
    const [here, there] = [bearingOf(s), bearingOf(other)];
    // both ends of a baseline see the tree from one side
    const inLine = [s, other].some((one) => othersOf(one, 'baseline').some((r) => r.far === (one === s ? other : s).id));
    if (inLine) return theirs;
    // aside may be to either hand: only straight toward or away says where it is from elsewhere
    const straight = theirs.ok && Math.abs(Math.sin(theirs.value.direction)) < 1e-9;
    if (!theirs.ok || here === null || there === null || !straight) {
      turned ??= FROM_ELSEWHERE;
      continue;
    }
    const away = theirs.value.direction > 1 ? there : there + Math.PI;
    const direction = Math.acos(Math.cos(away - (here + Math.PI)));
    turned = answer({ ...theirs.value, direction });
  }
  return turned;
}

function anyLean(s: StationReadings, all: readonly StationReadings[], errors: ReadingErrors): Lean | null {
  for (const one of [s, ...all]) {
    const told = toldLean(one, errors);
    if (told?.ok) return told.value;
  }
  return null;
}

function toldLean(s: StationReadings, errors: ReadingErrors): Answer<Lean> | null {
  if (s.others.length === 0) return null;
  const told = othersOf(s, 'lean');
  const [first] = told;
  if (!first) return null;
  if (told.some((r) => r.toward !== first.toward || r.direction !== first.direction)) return TOLD_TWICE;
  const { length } = told;
  const variance = told.reduce((sum, r) => sum + (r.sigma ?? errors.lean) ** 2, 0);
  return answer({
    angle: degreesToRadians(told.reduce((sum, r) => sum + r.value, 0) / length),
    toward: first.toward,
    direction: first.direction === undefined ? TOWARD[first.toward] : degreesToRadians(first.direction),
    fromShadow: first.fromShadow === undefined ? null : degreesToRadians(first.fromShadow),
    sigma: Math.sqrt(variance) / length,
  });
}
const TOWARD = { eye: 0, side: Math.PI / 2, away: Math.PI } as const;

function bearingOf(s: StationReadings): number | null {
  const last = othersOf(s, 'bearing').at(-1);
  return last ? degreesToRadians(last.value) : null;
}

function poleOf(s: StationReadings, errors: ReadingErrors): Setup['pole'] {
  const pole = othersOf(s, 'pole').at(-1);
  if (!pole) return null;
  // a marked pole is exact beside the sights that use it
  return {
    length: toMetres(pole.value, pole.unit),
    sigma: metres(pole.sigma ?? 0),
    top: meanSight(s.angles.get('pole-top'), errors),
  };
}

function farOf(s: StationReadings, all: readonly StationReadings[], errors: ReadingErrors, diameter: Thickness | null): Setup['far'] {
  const line = othersOf(s, 'baseline').at(-1);
  if (!line) return null;
  const other = all.find((o) => o.id === line.far && o.id !== s.id);
  const seen = other && sightsOf(other, errors, diameter);
  const of = (target: 'tip' | 'base' | 'mark') => asAngle(seen?.get(target));
  const [top, base, mark] = [of('tip'), of('base'), of('mark')];
  const low = base ?? mark;
  if (!other || !top || !low)
    return noAnswer('far-not-sighted', 'From the far station both tip and base are needed: sight them there too, the same points.');
  const told = base ? answer(metres(0)) : other.markHeights.length > 0 ? markOf(other) : markOf(s);
  if (!told.ok) return told;
  const length = toMetres(line.value, line.unit);
  const level = length * Math.cos(degreesToRadians(line.elevation ?? 0));
  const sigma = line.sigma ?? length * (line.elevation ? errors.slopeDistance : errors.levelDistance);
  return answer({
    station: line.far,
    baseline: metres(level),
    sigma: metres(sigma),
    top,
    base: low,
    markHeight: told.value,
  });
}
