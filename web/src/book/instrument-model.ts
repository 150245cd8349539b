import { type AngleScale, type Due, dueOn, echoAngle } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { InstrumentTool } from '../contract/kinds/instrument';
import type { Book } from './book';
import type { InstrumentCheck } from './instrument-checks';
import { angleScaleOf } from './instrument-scale';
import type { InstrumentUse } from './slots';

export type { InstrumentTool };

interface ToolWords {
  readonly name: string;
  readonly use: InstrumentUse | null;
  /** Which check it is given, and how many days that is good for. */
  readonly check: { readonly what: 'two-way' | 'base'; readonly days: number } | null;
  /** What its error is told in. */
  readonly sigma: 'degrees' | 'per cent' | 'metres' | null;
}
export const TOOL_WORDS: Readonly<Record<InstrumentTool, ToolWords>> = {
  clinometer: { name: 'Clinometer', use: 'angle', check: { what: 'two-way', days: 90 }, sigma: 'degrees' },
  pendulum: { name: 'Pendulum hypsometer', use: 'angle', check: { what: 'two-way', days: 90 }, sigma: 'degrees' },
  protractor: { name: 'Protractor and string', use: 'angle', check: { what: 'two-way', days: 90 }, sigma: 'degrees' },
  laser: { name: 'Laser', use: 'shot', check: { what: 'two-way', days: 90 }, sigma: 'metres' },
  ultrasonic: { name: 'Ultrasonic', use: 'shot', check: { what: 'base', days: 1 }, sigma: 'per cent' },
  rangefinder: { name: 'Fixed-base rangefinder', use: 'rangefinder', check: { what: 'base', days: 90 }, sigma: 'per cent' },
  'distance-tape': { name: 'Distance tape', use: 'tape', check: { what: 'base', days: 365 }, sigma: 'per cent' },
  'diameter-tape': { name: 'Diameter tape', use: null, check: null, sigma: 'metres' },
  'plain-tape': { name: 'Plain tape', use: null, check: null, sigma: 'metres' },
  other: { name: 'Other', use: null, check: null, sigma: null },
};

/** An error as it is typed and shown, and as it is kept. */
export const FACTOR = { degrees: Math.PI / 180, 'per cent': 0.01, metres: 1 } as const;

export interface InstrumentLine {
  readonly id: string;
  readonly name: string;
  readonly tool: InstrumentTool;
  readonly sigma: number | null;
  readonly scale: AngleScale | null;
  /** Where the scale ends, as it is said on it. */
  readonly end: string | null;
  readonly checks: readonly InstrumentCheck[];
  readonly due: Due | null;
}

/** Every instrument of the book with its checks. */
export function instrumentsOf(book: Book, today: string): readonly InstrumentLine[] {
  return book.all('instrument').map((r): InstrumentLine => {
    const { name, tool, sigma, scale } = r.body;
    const checks = book.kit.checksOf(r.entity);
    const last = checks.at(-1);
    const { check } = TOOL_WORDS[tool];
    return {
      id: r.entity,
      name,
      tool,
      sigma,
      scale: angleScaleOf(scale),
      end: sayEnd(scale),
      checks,
      due: check && last ? dueOn(last.at.slice(0, 10), today, check.days) : null,
    };
  });
}

function sayEnd(kept: RecordOf<'instrument'>['body']['scale']): string | null {
  const scale = angleScaleOf(kept);
  return scale && kept?.end != null ? echoAngle(kept.end, scale) : null;
}
