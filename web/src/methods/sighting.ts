import { parseAngle, type ShotTarget } from '@arbolito/core';
import { angleReading } from '../book/make-records';
import type { Preferences } from '../field/preferences';
import { METHODS, type MeasureMethod } from './index';
import type { Around, StepId } from './step';
import { type Draft, degrees, no, number, pair } from './typed';

/** Sound goes faster in warm air: its warmth goes with what ultrasound measured. */
export const airOf = (by: string, p: Preferences) => (by === 'ultrasonic' && p.celsius !== null ? { celsius: p.celsius } : {});

/** Whether a step is read as a shot of distance and angle in a method. */
export const isShot = (id: StepId, method: MeasureMethod): boolean => METHODS[method].shots?.includes(id) ?? false;

type Sighted = Extract<
  StepId,
  'tip' | 'base' | 'mark' | 'crown-base' | 'merchantable' | 'stump' | 'point' | 'pole-top' | 'ground' | 'far-tip' | 'far-base'
>;
/** What lies over the base can be read as the angle from it. */
const OVER_BASE: ReadonlySet<StepId> = new Set(['tip', 'crown-base', 'merchantable', 'stump', 'point']);

/** A sight, or in some methods a shot, of a step's target. */
export function sighting(step: StepId, text: string, p: Preferences, { method }: Around): Draft {
  const target = step.replace('far-', '') as Exclude<Sighted, 'far-tip' | 'far-base'>;
  if (isShot(step, method)) {
    const mark = step === 'mark';
    return pair(text, p, 'the distance, then the angle in degrees, for example 31.6 47.2', (l, rest) =>
      rest === null
        ? no('A shot is a distance and its angle in degrees: both, for example 31.6 47.2.')
        : degrees(rest, (elevation) => ({
            kind: 'shot',
            target: target as ShotTarget,
            ...l,
            elevation,
            by: mark ? 'ultrasonic' : p.shooter,
            ...airOf(mark ? 'ultrasonic' : p.shooter, p),
            to: mark ? 'bark' : 'axis',
          })),
    );
  }
  const included = method === 'included-angle' && OVER_BASE.has(step);
  if (included) {
    const between = number(text.replace('°', ''));
    if (between === null || !(between > 0 && between < 180))
      return no(`“${text.trim()}”: the angle between base and target is above 0 and under 180 degrees.`);
    return { ok: true, echo: `between ${between}°`, read: { ...angleReading(target, between, { kind: 'degree' }), included: true } };
  }
  const angle = parseAngle(text, p.scale);
  return angle.ok ? { ok: true, echo: angle.echo, read: angleReading(target, angle.value, angle.scale) } : angle;
}
