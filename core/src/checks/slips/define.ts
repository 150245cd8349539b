import { ONE_STATION, type Reading } from '../../reading/index';
import type { CheckInput, FindingTarget } from '../finding';

/** A usual slip: the readings as they would be without it, and how often people make it. */
export interface Slip {
  readonly code: string;
  readonly target: FindingTarget;
  /** Among a thousand trees, about. */
  readonly often: number;
  readonly readings: readonly Reading[];
  readonly why: string;
  readonly remedy: string;
}
/** The slips of one kind that a tree's readings may hold. */
export type SlipKind = (input: CheckInput) => readonly Slip[];

type Change = (r: Reading) => Reading;
export const changed = (all: readonly Reading[], which: (r: Reading) => boolean, to: Change) => all.map((r) => (which(r) ? to(r) : r));
export const readAt = (station: string) => (r: Reading) => (r.station ?? ONE_STATION) === station;

/** What a sight may have met that a sign or a scale can be wrong of. */
export const SIGHTED = ['tip', 'base', 'mark', 'ground', 'crown-base', 'merchantable'] as const;

/** A figure with two neighbouring digits the other way round. */
export function swapped(value: number): readonly number[] {
  const digits = String(value);
  return Array.from({ length: Math.max(0, digits.length - 1) }, (_, i) => i).flatMap((i) => {
    const [a = '', b = ''] = [digits[i], digits[i + 1]];
    if (a === b || !/\d/.test(a) || !/\d/.test(b) || (i === 0 && b === '0')) return [];
    return [Number(digits.slice(0, i) + b + a + digits.slice(i + 2))];
  });
}
