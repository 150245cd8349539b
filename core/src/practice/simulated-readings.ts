import type { ReadingErrors } from '../kit/index';
import { type AngleTarget, HEIGHT_METHODS, type HeightMethod, type Reading } from '../tree/index';
import { checkSimulated, eyeAt, onStem, type Ray, ray, type SimulatedTree, sightedTip, tipOf, type Vec } from './simulated-tree';

/** The methods a simulated tree can be measured by: all but hearsay and the mean of others. */
export type SimulatedMethod = Exclude<HeightMethod, 'told' | 'mean'>;
export const SIMULATED_METHODS: readonly SimulatedMethod[] = HEIGHT_METHODS.filter(
  (m): m is SimulatedMethod => m !== 'told' && m !== 'mean',
);

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
const degrees = (elevation: number) => (elevation * 180) / Math.PI;

/**
 * What somebody would read of a simulated tree by one method, by tracing rays: no formula of measuring is used.
 * @param method the way of measuring
 * @param t the truth
 * @param draw chance; errors are drawn from `errors`, never from what the results state
 * @param errors of the instruments
 * @param gear poles, sticks, sun
 * @returns readings as they would be typed, with the diameter at breast height first
 * @throws DomainError for a tree that can't stand
 */
export function simulateReadings(
  method: SimulatedMethod,
  t: SimulatedTree,
  draw: Draw,
  errors: ReadingErrors,
  gear: SimulatedGear = USUAL_GEAR,
): readonly Reading[] {
  checkSimulated(t);
  const diameter: Reading = { kind: 'diameter', tool: 'diameter-tape', value: 100 * (t.diameter + draw(errors.diameter)), unit: 'cm' };
  return [diameter, ...READERS[method](t, draw, errors, gear)];
}

type Reader = (t: SimulatedTree, draw: Draw, errors: ReadingErrors, gear: SimulatedGear) => readonly Reading[];

const tape = (t: SimulatedTree, draw: Draw, e: ReadingErrors): Reading => ({
  kind: 'distance',
  value: t.distance * (1 + draw(e.levelDistance)),
  unit: 'm',
  along: 'level',
  to: 'axis',
});
const sight = (target: AngleTarget, r: Ray, draw: Draw, e: ReadingErrors, station?: string): Reading => ({
  kind: 'angle',
  target,
  value: percent(r.elevation + draw(e.angle)),
  scale: 'percent',
  ...(station ? { station } : {}),
});
const metresLong = (kind: 'mark-height' | 'pole', value: number): Reading => ({ kind, value, unit: 'm' });
const FOOT: Vec = { x: 0, y: 0, z: 0 };

const READERS: Readonly<Record<SimulatedMethod, Reader>> = {
  'two-sights': (t, draw, e) => [
    tape(t, draw, e),
    sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
    sight('base', ray(eyeAt(t), FOOT), draw, e),
  ],
  'two-sights-to-mark': (t, draw, e, { mark }) => [
    tape(t, draw, e),
    sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
    // the mark hangs plumb over the foot, as a rod beside the stem does
    sight('mark', ray(eyeAt(t), { ...FOOT, y: mark }), draw, e),
    metresLong('mark-height', mark),
  ],
  'included-angle': (t, draw, e) => {
    const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
    const between = degrees(top.elevation - base.elevation + draw(e.protractor));
    return [
      tape(t, draw, e),
      { kind: 'angle', target: 'tip', value: between, scale: 'degree', included: true },
      sight('base', base, draw, e),
    ];
  },
  'line-shots': (t, draw, e) => [laser('tip', ray(eyeAt(t), tipOf(t)), draw, e), laser('base', ray(eyeAt(t), FOOT), draw, e)],
  transponder: (t, draw, e, { mark }) => {
    const r = ray(eyeAt(t), { x: t.diameter / 2, y: mark, z: 0 });
    return [
      {
        kind: 'shot',
        target: 'mark',
        value: r.length * (1 + draw(e.ultrasonic)),
        unit: 'm',
        elevation: degrees(r.elevation + draw(e.laserAngle)),
        by: 'ultrasonic',
        to: 'bark',
      },
      metresLong('mark-height', mark),
      sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
    ];
  },
  pole: (t, draw, e, { pole }) => [
    metresLong('pole', pole),
    sight('base', ray(eyeAt(t), FOOT), draw, e),
    sight('pole-top', ray(eyeAt(t), { ...FOOT, y: pole }), draw, e),
    sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
  ],
  'two-stations': (t, draw, e, { baseline }) => {
    const back = eyeAt(t, t.distance + baseline);
    return [
      sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e, 'near'),
      sight('base', ray(eyeAt(t), FOOT), draw, e, 'near'),
      { kind: 'baseline', value: baseline * (1 + draw(e.levelDistance)), unit: 'm', far: 'far', station: 'near' },
      sight('tip', ray(back, sightedTip(t, back)), draw, e, 'far'),
      sight('base', ray(back, FOOT), draw, e, 'far'),
    ];
  },
  stick: (t, draw, e, { reach }) => {
    // where the rays to tip and base cross the upright stick
    const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
    const covered = reach * (Math.tan(top.elevation) - Math.tan(base.elevation));
    return [tape(t, draw, e), { kind: 'stick', target: 'tip', value: 100 * covered * (1 + draw(e.stick)), unit: 'cm', reach }];
  },
  'set-angle': (t, draw, e, { rise }) => {
    const wanted = Math.atan(rise) + draw(e.protractor);
    let [near, far] = [t.diameter, 40 * t.height];
    for (let i = 0; i < 80; i++) {
      const middle = (near + far) / 2;
      const eye = eyeAt(t, middle);
      if (ray(eye, sightedTip(t, eye)).elevation > wanted) near = middle;
      else far = middle;
    }
    const level = eyeAt(t, near).y + near * Math.tan(draw(e.protractor));
    return [
      { kind: 'distance', value: near * (1 + draw(e.levelDistance)), unit: 'm', along: 'level', to: 'axis' },
      { kind: 'set-angle', rise, run: 1 },
      ...(level > 0 ? [metresLong('mark-height', level)] : []),
    ];
  },
  device: (t, draw, e, { setDistance }) => {
    const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
    const reported = setDistance * (Math.tan(top.elevation) - Math.tan(base.elevation)) * (1 + draw(e.device));
    return [tape(t, draw, e), { kind: 'device-height', target: 'tip', value: reported, unit: 'm', setDistance }];
  },
  shadow: (t, draw, e, { sun, staff }) => {
    // the ray of the sun through the tip, step by step down to the ground that rises or falls away from the stem
    const tip = tipOf(t);
    const above = (x: number) => tip.y - (x - tip.x) * Math.tan(sun) + x * t.slope;
    let [near, far] = [tip.x, tip.x + 400 * t.height];
    for (let i = 0; i < 80; i++) {
      const middle = (near + far) / 2;
      if (above(middle) > 0) near = middle;
      else far = middle;
    }
    const along = Math.hypot(near, near * t.slope);
    return [
      { kind: 'shadow', value: (along - t.diameter / 2) * (1 + draw(e.shadow)), unit: 'm' },
      { kind: 'reference-shadow', value: staff / Math.tan(sun), height: staff, unit: 'm' },
      { kind: 'angle', target: 'ground', value: 100 * t.slope, scale: 'percent' },
    ];
  },
  direct: (t, draw, e) => [{ kind: 'direct-height', target: 'tip', value: t.height * (1 + draw(e.direct)), unit: 'm' }],
};

function laser(target: 'tip' | 'base', r: Ray, draw: Draw, e: ReadingErrors): Reading {
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

/** How the readings of a lean that is known to the person are told. */
export function leanReading(t: SimulatedTree, draw: Draw, errors: ReadingErrors): Reading {
  const toward = Math.abs(Math.cos(t.leanTo)) < 0.5 ? 'side' : Math.cos(t.leanTo) > 0 ? 'eye' : 'away';
  return { kind: 'lean', value: Math.max(0, degrees(t.lean + draw(errors.lean))), toward };
}

/** A place on the stem, for further sights. */
export const stemSight = (t: SimulatedTree, height: number, draw: Draw, errors: ReadingErrors): Reading =>
  sight('crown-base', ray(eyeAt(t), onStem(t, height)), draw, errors);
