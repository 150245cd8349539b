import type { Finding } from '@arbolito/core';
import type { Thing } from './things';

/** A doubt that somebody looked at. */
export interface Seen {
  readonly code: string;
  readonly what: string;
  readonly person: string | null;
  readonly at: string;
}

/** Whether somebody looked at a doubt of a tree's own readings: the very same was said. What can't be so can't be right. */
export const isSeen = (seen: readonly Seen[], { severity, code, what }: Finding): boolean =>
  severity !== 'wrong' && seen.some((s) => s.code === code && s.what === what);
/** The same of what other trees say of it: their number changes with every tree more. */
export const isSeenAmong = (seen: readonly Seen[], { severity, code }: Finding): boolean =>
  severity !== 'wrong' && seen.some((s) => s.code === code);

/** What was confirmed of a tree. */
export const seenOf = (confirmed: readonly Thing<'confirmation'>[]): readonly Seen[] =>
  confirmed.map(({ body: { code, what }, latest: { person, at } }) => ({ code, what, person, at }));
