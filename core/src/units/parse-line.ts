import type { LengthUnit } from './convert';
import { type ParsedAngle, parseAngle } from './parse-angle';
import { type ParsedLength, parseLength } from './parse-length';
import type { AngleScale } from './scale';

type Length = Extract<ParsedLength, { ok: true }>;
type Angle = Extract<ParsedAngle, { ok: true }>;

export interface LineReading {
  readonly target: 'dbh' | 'distance' | 'tip' | 'base';
  readonly typed: string;
  readonly length?: Length;
  readonly angle?: Angle;
}
export type ParsedLine = { readonly ok: true; readonly readings: readonly LineReading[] } | { readonly ok: false; readonly reason: string };

const ORDERS: Record<number, readonly LineReading['target'][]> = {
  2: ['tip', 'base'],
  3: ['distance', 'tip', 'base'],
  4: ['dbh', 'distance', 'tip', 'base'],
};

/**
 * Reads a whole tree typed on one line: `20m 80 -15` is distance, tip, base; four values begin with the diameter;
 * two are tip and base. Each value may name its unit or scale; feet and inches are written together (65'6").
 * @param text values with blanks between them
 * @param defaults the units and the scale meant when a value names none
 * @returns what each value was taken for, or the sentence that says which one is refused
 * @example parseLine('20m 80 -15', { diameter: 'cm', distance: 'm', scale: { kind: 'percent' } }).readings.length // 3
 */
export function parseLine(text: string, defaults: { diameter: LengthUnit; distance: LengthUnit; scale: AngleScale }): ParsedLine {
  const words = text
    .trim()
    .replace(/([\d.,])\s+(m|cm|mm|ft|in|%|°)(?=\s|$)/gi, '$1$2')
    .split(/\s+/);
  const order = ORDERS[words.length];
  if (!order) return { ok: false, reason: 'A line holds tip and base, distance tip base, or diameter distance tip base.' };
  const readings: LineReading[] = [];
  for (const [i, target] of order.entries()) {
    const typed = words[i] as string;
    if (target === 'dbh' || target === 'distance') {
      const length = parseLength(typed, target === 'dbh' ? defaults.diameter : defaults.distance);
      if (!length.ok) return { ok: false, reason: `${NAMES[target]}: ${length.reason}` };
      readings.push({ target, typed, length });
    } else {
      const angle = parseAngle(typed, defaults.scale);
      if (!angle.ok) return { ok: false, reason: `${NAMES[target]}: ${angle.reason}` };
      readings.push({ target, typed, angle });
    }
  }
  return { ok: true, readings };
}

const NAMES = { dbh: 'Diameter', distance: 'Distance', tip: 'Tip', base: 'Base' } as const;
