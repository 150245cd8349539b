import { type AngleScale, DomainError, type Due, dueOn, echoAngle, type Reading, type UnitSystem } from '@arbolito/core';
import type { Book } from '../../book/book';
import { inputOf, type TreeInput, tryResult } from '../../book/derive';
import { correctionAt, type InstrumentCheck } from '../../book/instrument-checks';
import { angleScaleOf } from '../../book/instrument-scale';
import type { InstrumentUse } from '../../book/slots';
import type { RecordOf } from '../../contract/envelope';
import type { InstrumentTool } from '../../contract/kinds/instrument';

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

/** A tree whose height a failed check changes: before and after. */
export interface Recomputed {
  readonly tree: string;
  readonly tag: string;
  readonly before: number;
  readonly after: number;
  readonly units: UnitSystem;
}

/**
 * What an instrument read since its last good check, as it was taken and as the failed one puts it right.
 * @returns the trees whose height changes by a centimetre or more, the most first
 */
export function recomputedBy(book: Book, instrument: string): readonly Recomputed[] {
  const checks = book.kit.checksOf(instrument);
  if (checks.every((c) => c.passed)) return [];
  const corrected = new Set<string>();
  for (const r of book.all('reading')) {
    if (r.body.instrument !== instrument) continue;
    const put = {
      ...correctionAt(
        checks.filter((c) => c.what === 'two-way'),
        r.at,
      ),
      ...correctionAt(
        checks.filter((c) => c.what === 'base'),
        r.at,
      ),
    };
    if (Object.keys(put).length > 0) corrected.add(book.find('stem', r.body.stem)?.body.tree ?? '');
  }
  return [...corrected]
    .flatMap((id): Recomputed[] => {
      const tree = book.tree(id);
      const protocol = tree && book.protocolOf(book.find('survey', tree.record.body.survey));
      if (!tree || !protocol) return [];
      const input = inputOf(tree, protocol.options);
      const [before, after] = [heightOf({ ...input, readings: tree.inForce.map(strip) }), heightOf(input)];
      if (before === null || after === null || Math.abs(after - before) < 0.01) return [];
      return [{ tree: id, tag: tree.record.body.tag, before, after, units: protocol.options.units }];
    })
    .sort((a, b) => Math.abs(b.after - b.before) - Math.abs(a.after - a.before));
}

function heightOf(input: TreeInput): number | null {
  const result = tryResult(input);
  return !(result instanceof DomainError) && result.height.ok ? result.height.value.value : null;
}

/** Without what checks put right. */
function strip(r: Reading): Reading {
  const { zero: _zero, factor: _factor, ...rest } = r as Reading & { zero?: number; factor?: number };
  return rest as Reading;
}
