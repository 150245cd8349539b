import {
  type LengthUnit,
  type Metres,
  metres,
  parseAngle,
  parseLength,
  parseLengths,
  type Reading,
  type ShotTarget,
  showHeight,
  UNITS_OF,
} from '@arbolito/core';
import { angleReading } from '../book/make-records';
import { type Preferences, tapeUnits } from '../field/device';
import type { Place } from '../views/measure/place';
import type { StepId } from '../views/measure/steps';
import type { TapeAt } from '../views/measure/tape';
import { isShot, type MeasureMethod } from './methods';
import { TITLES } from './step-words';

export type Draft = { readonly ok: true; readonly read: Reading; readonly echo: string } | { readonly ok: false; readonly reason: string };
export const no = (reason: string): Draft & { ok: false } => ({ ok: false, reason });

/** What the digits need beside themselves: where the tape lies, how far an optical instrument stands, the method in hand. */
export interface Around {
  readonly tape: TapeAt;
  readonly place: Pick<Place, 'optical' | 'upperHeight' | 'leanTo'>;
  /** Level distance of the station, metres, where it is known. */
  readonly distance: number | null;
  readonly method: MeasureMethod;
  /** Minutes after midnight, by the person's watch. */
  readonly minute: number;
}

/** A reading of a height's step from what is typed. */
export function heightDraft(step: StepId, text: string, p: Preferences, around: Around): Draft {
  switch (step) {
    case 'distance':
      return distance(text, p);
    case 'plumb':
      return length(step, text, p, (value, unit) => ({ kind: 'distance', value, unit, along: 'level', to: 'plumb' }));
    case 'room':
    case 'mark-height':
    case 'eye-height':
    case 'pole':
      return length(step, text, p, (value, unit) => ({ kind: step, value, unit }));
    case 'shadow':
      return length(step, text, p, (value, unit) => ({ kind: 'shadow', value, unit, minute: around.minute }));
    case 'stick':
      return stick(text, p);
    case 'baseline':
      return pair(text, p, 'a length, and if the tape slopes its angle in degrees', (l, rest) =>
        rest === null
          ? { kind: 'baseline', ...l, far: 'far' }
          : degrees(rest, (elevation) => ({ kind: 'baseline', ...l, far: 'far', elevation })),
      );
    case 'reference-shadow':
      return two(text, p, 'its height, then its shadow, for example 1.5 1.92', (height, value, unit) => ({
        kind: 'reference-shadow',
        value,
        height,
        unit,
        minute: around.minute,
      }));
    case 'crown':
      return two(text, p, 'how far out, then how far up to the tip, for example 5 4', (halfWidth, depth, unit) => ({
        kind: 'crown',
        halfWidth,
        depth,
        unit,
      }));
    case 'device':
      return device(text, p);
    case 'direct':
      return direct(text, p);
    case 'lean':
      return lean(text, around);
    case 'set-angle':
      return setAngle(text);
    case 'log-scale':
      return logScale(text, p);
    case 'point':
      return point(text, p, around);
    default:
      return sight(step, text, p, around);
  }
}

type Length = { readonly value: number; readonly unit: LengthUnit };

/** What a person could reach or see at most, metres. */
const LIMITS: Partial<Record<StepId, Metres>> = {
  distance: metres(500),
  plumb: metres(500),
  room: metres(500),
  'mark-height': metres(30),
  'eye-height': metres(10),
  pole: metres(30),
  shadow: metres(500),
  baseline: metres(500),
  stick: metres(2),
  direct: metres(150),
};

function length(step: StepId, text: string, p: Preferences, make: (value: number, unit: LengthUnit) => Reading): Draft {
  const read = parseLength(text, tapeUnits(p).length);
  if (!read.ok) return read;
  const limit = LIMITS[step];
  if (limit !== undefined && read.metres > limit)
    return no(`${read.echo} is more than any ${TITLES[step][0].toLowerCase()} here: at most ${showHeight(limit, p.units)}.`);
  const echo = sameUnit(read.unit, p) ? read.echo : `${read.echo} = ${showHeight(read.metres as Metres, p.units)}`;
  return { ok: true, echo, read: make(read.value, read.unit) };
}

function distance(text: string, p: Preferences): Draft {
  const { by, to } = p;
  if (by === 'paces') {
    const n = number(text);
    if (n === null || !(n > 0 && n <= 1000)) return no(`“${text.trim()}” is no count of paces: a number above 0, at most 1000.`);
    return { ok: true, echo: `${n} paces`, read: { kind: 'paces', value: n, along: p.along === 'slope' ? 'slope' : 'level', to } };
  }
  const tool = by === 'tape' ? {} : { by, ...airOf(by, p) };
  if (p.along !== 'sight') {
    const { along } = p;
    return length('distance', text, p, (value, unit) => ({ kind: 'distance', value, unit, along, to, ...tool }));
  }
  return pair(text, p, 'the distance, then the angle of that sight in degrees, for example 24.4 -3', (l, rest) =>
    rest === null
      ? no('The distance lies along a line of sight: type its angle in degrees beside it, for example 24.4 -3.')
      : degrees(rest, (elevation) => ({ kind: 'distance', ...l, along: 'sight', to, elevation, ...tool })),
  );
}

/** Sound goes faster in warm air: its warmth goes with what ultrasound measured. */
const airOf = (by: string, p: Preferences) => (by === 'ultrasonic' && p.celsius !== null ? { celsius: p.celsius } : {});

/** A stick's length, and a reach beside it where it is not in the kit. */
function stick(text: string, p: Preferences): Draft {
  const [first = '', second] = text.trim().split(/\s+/);
  const unit = tapeUnits(p).diameter;
  const read = parseLength(first, unit);
  if (!read.ok) return read;
  if (read.metres > (LIMITS.stick as number))
    return no(`${read.echo} is longer than any stick in a hand: at most ${showHeight(metres(2), p.units)}.`);
  if (second === undefined)
    return { ok: true, echo: `${read.echo} of stick`, read: { kind: 'stick', target: 'tip', value: read.value, unit: read.unit } };
  const reach = parseLength(second, unit);
  if (!reach.ok) return reach;
  if (reach.metres < 0.2 || reach.metres > 1.5) return no(`${reach.echo} is no reach from eye to stick: from 20 cm to 150 cm.`);
  return {
    ok: true,
    echo: `${read.echo} of stick at ${reach.echo}`,
    read: { kind: 'stick', target: 'tip', value: read.value, unit: read.unit, reach: reach.metres },
  };
}

function device(text: string, p: Preferences): Draft {
  return pair(text, p, 'the height it shows, and beside it the distance set in it', (l, rest) => {
    if (rest === null) return { kind: 'device-height', target: 'tip', ...l };
    const set = parseLength(rest, tapeUnits(p).length);
    return set.ok ? { kind: 'device-height', target: 'tip', ...l, setDistance: set.metres } : set;
  });
}

function direct(text: string, p: Preferences): Draft {
  const parts = parseLengths(text, tapeUnits(p).length, 21);
  if (!parts.ok) return parts;
  const [value = 0, ...more] = parts.values;
  return {
    ok: true,
    echo: parts.echo,
    read: { kind: 'direct-height', target: 'tip', value, ...(more.length > 0 ? { more } : {}), unit: parts.unit },
  };
}

function lean(text: string, { place }: Around): Draft {
  const n = number(text.replace('°', ''));
  if (n === null || !(n >= 0 && n <= 60)) return no(`“${text.trim()}” is no lean: degrees from plumb, 0 to 60.`);
  return { ok: true, echo: `${n}°`, read: { kind: 'lean', value: n, toward: place.leanTo } };
}

function setAngle(text: string): Draft {
  const ratio = /^\s*([\d.,]+)\s*[:/]\s*([\d.,]+)\s*$/.exec(text);
  if (ratio) {
    const [rise, run] = [number(ratio[1] ?? ''), number(ratio[2] ?? '')];
    if (rise && run && rise > 0 && run > 0) return { ok: true, echo: `${rise} : ${run}`, read: { kind: 'set-angle', rise, run } };
    return no(`“${text.trim()}”: rise and run must be above 0, for example 1:2.`);
  }
  const angle = number(text.replace('°', ''));
  if (angle === null || !(angle > 0 && angle < 80))
    return no(`“${text.trim()}” is no set angle: degrees above 0 and under 80, or rise and run as 1:2.`);
  const rise = Number(Math.tan((angle * Math.PI) / 180).toPrecision(12));
  return { ok: true, echo: `${angle}° = ${Math.round(rise * 1000) / 1000} : 1`, read: { kind: 'set-angle', rise, run: 1 } };
}

function logScale(text: string, p: Preferences): Draft {
  const n = number(text);
  if (n === null || !(n > 0 && n <= 12)) return no(`“${text.trim()}” logs: a figure of the log scale, above 0, at most 12.`);
  return {
    ok: true,
    echo: `${n} on the log scale`,
    read: { kind: 'log-scale', value: n, ...(p.stickReach === null ? {} : { designReach: p.stickReach }) },
  };
}

/** A name, then what was read of it. */
function point(text: string, p: Preferences, around: Around): Draft {
  const words = text.trim().split(/\s+/);
  const figures = isShot('point', around.method) ? 2 : 1;
  const name = words.slice(0, -figures).join(' ');
  if (name === '' || name.length > 40) return no('A name, then the sighting: for example defect 38.');
  const read = sight('point', words.slice(-figures).join(' '), p, around);
  if (!read.ok || (read.read.kind !== 'angle' && read.read.kind !== 'shot')) return read;
  return { ok: true, echo: `${name}: ${read.echo}`, read: { ...read.read, name } };
}

type Sighted = Extract<
  StepId,
  'tip' | 'base' | 'mark' | 'crown-base' | 'merchantable' | 'stump' | 'point' | 'pole-top' | 'ground' | 'far-tip' | 'far-base'
>;
/** What lies over the base can be read as the angle from it. */
const OVER_BASE: ReadonlySet<StepId> = new Set(['tip', 'crown-base', 'merchantable', 'stump', 'point']);

function sight(step: StepId, text: string, p: Preferences, { method }: Around): Draft {
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

/** A length and what may stand beside it. */
function pair(text: string, p: Preferences, what: string, make: (l: Length, rest: string | null) => Reading | Draft): Draft {
  const words = text.trim().split(/\s+/);
  if (words.length > 2) return no(`“${text.trim()}” holds more than two numbers: ${what}.`);
  const [first = '', second] = words;
  const read = parseLength(first, tapeUnits(p).length);
  if (!read.ok) return read;
  const made = make({ value: read.value, unit: read.unit }, second ?? null);
  if ('ok' in made) return made;
  return { ok: true, echo: second === undefined ? read.echo : `${read.echo}, ${second}`, read: made };
}

/** Two lengths in one unit. */
function two(text: string, p: Preferences, what: string, make: (a: number, b: number, unit: LengthUnit) => Reading): Draft {
  const words = text.trim().split(/\s+/);
  if (words.length !== 2) return no(`Two lengths are wanted here: ${what}.`);
  const read = parseLengths(words.join('+'), tapeUnits(p).length, 2);
  if (!read.ok) return read;
  const [a = 0, b = 0] = read.values;
  return { ok: true, echo: `${a} and ${b} ${read.unit}`, read: make(a, b, read.unit) };
}

function degrees(text: string, make: (elevation: number) => Reading): Reading | Draft {
  const angle = parseAngle(text, { kind: 'degree' });
  if (!angle.ok) return angle;
  if (angle.scale.kind !== 'degree') return no('The angle of a distance is typed in degrees.');
  return make(angle.value);
}

function number(text: string): number | null {
  const t = text.trim().replace(',', '.');
  return /^(\d+\.?\d*|\.\d+)$/.test(t) ? Number(t) : null;
}

export const sameUnit = (unit: LengthUnit, p: Preferences) =>
  p.units === 'us' ? unit === UNITS_OF.us.length || unit === UNITS_OF.us.diameter : unit === 'm' || unit === 'cm' || unit === 'mm';
