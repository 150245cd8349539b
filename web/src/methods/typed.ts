import {
  type LengthUnit,
  type Metres,
  metres,
  parseAngle,
  parseLength,
  parseLengths,
  type Reading,
  showHeight,
  UNITS_OF,
} from '@arbolito/core';
import { type Preferences, tapeUnits } from '../field/preferences';

/** What typed text comes to. */
export type Draft = { readonly ok: true; readonly read: Reading; readonly echo: string } | { readonly ok: false; readonly reason: string };
export const no = (reason: string): Draft & { ok: false } => ({ ok: false, reason });

export type Length = { readonly value: number; readonly unit: LengthUnit };

/**
 * One length.
 * @param what it is of, for the sentence when it is too long
 * @param most what a person could reach or see at most, metres
 */
export function length(
  what: string,
  most: number,
  text: string,
  p: Preferences,
  make: (value: number, unit: LengthUnit) => Reading,
): Draft {
  const read = parseLength(text, tapeUnits(p).length);
  if (!read.ok) return read;
  if (read.metres > most) return no(`${read.echo} is more than any ${what} here: at most ${showHeight(metres(most), p.units)}.`);
  const echo = sameUnit(read.unit, p) ? read.echo : `${read.echo} = ${showHeight(read.metres as Metres, p.units)}`;
  return { ok: true, echo, read: make(read.value, read.unit) };
}

/** A length and what may stand beside it. */
export function pair(text: string, p: Preferences, what: string, make: (l: Length, rest: string | null) => Reading | Draft): Draft {
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
export function two(text: string, p: Preferences, what: string, make: (a: number, b: number, unit: LengthUnit) => Reading): Draft {
  const words = text.trim().split(/\s+/);
  if (words.length !== 2) return no(`Two lengths are wanted here: ${what}.`);
  const read = parseLengths(words.join('+'), tapeUnits(p).length, 2);
  if (!read.ok) return read;
  const [a = 0, b = 0] = read.values;
  return { ok: true, echo: `${a} and ${b} ${read.unit}`, read: make(a, b, read.unit) };
}
export function degrees(text: string, make: (elevation: number) => Reading): Reading | Draft {
  const angle = parseAngle(text, { kind: 'degree' });
  if (!angle.ok) return angle;
  if (angle.scale.kind !== 'degree') return no('The angle of a distance is typed in degrees.');
  return make(angle.value);
}
export function number(text: string): number | null {
  const t = text.trim().replace(',', '.');
  return /^(\d+\.?\d*|\.\d+)$/.test(t) ? Number(t) : null;
}

export const sameUnit = (unit: LengthUnit, p: Preferences) =>
  p.units === 'us' ? unit === UNITS_OF.us.length || unit === UNITS_OF.us.diameter : unit === 'm' || unit === 'cm' || unit === 'mm';
