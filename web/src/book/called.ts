import { middleOf, type Reading, TYPICAL_ERRORS, toMetres } from '@arbolito/core';
import type { BodyOf } from '../contract/envelope';

type Called = NonNullable<BodyOf<'tree'>['called']>;

/** What of a tree may stand as it was called. */
export type CalledQuantity = 'diameter' | 'height' | 'logs';

/** The readings that may replace what was called, by their kind: those of a height give what they are aimed at. */
const REPLACES: Readonly<Partial<Record<Reading['kind'], CalledQuantity>>> = {
  diameter: 'diameter',
  'optical-diameter': 'diameter',
  logs: 'logs',
  'merchantable-height': 'logs',
  'log-scale': 'logs',
  angle: 'height',
  shot: 'height',
  stick: 'height',
  'equal-legs': 'height',
  'set-angle': 'height',
  'device-height': 'height',
  shadow: 'height',
  'direct-height': 'height',
  'from-eye': 'height',
};

/** What a reading in force replaces of what was called; null where it replaces nothing. */
function replacedBy(read: Reading): CalledQuantity | null {
  const quantity = REPLACES[read.kind] ?? null;
  if (quantity === 'diameter') return 'upper' in read && read.upper ? null : quantity;
  if (quantity !== 'height') return quantity;
  const aim = 'target' in read ? (read.target ?? 'tip') : 'tip';
  return aim === 'tip' ? 'height' : aim === 'merchantable' ? 'logs' : null;
}

/** Readings as they were called, where nothing in force has taken their place. */
export interface AsCalled {
  readonly readings: readonly Reading[];
  readonly quantities: readonly CalledQuantity[];
  /** How many trees alike. */
  readonly count: number;
  /** The same of two trees of which the same readings stand as they were called. */
  readonly alike: string;
}
const NOTHING_CALLED: AsCalled = { readings: [], quantities: [], count: 1, alike: '' };

/** Where a called height was told from: no station of anybody's. */
const CALLED = 'called';

/**
 * What was called of a tree and still holds, as readings.
 * @param called of the tree's record
 * @param inForce of all its visits
 */
export function asCalled(called: Called | null | undefined, inForce: readonly Reading[]): AsCalled {
  if (!called) return NOTHING_CALLED;
  // what stands for several can't be one that was measured: what was called of them all holds
  const count = countOf(called);
  const readings: Reading[] = [];
  const quantities: CalledQuantity[] = [];
  let alike = '';
  const hold = (quantity: CalledQuantity, reading: Reading | null) => {
    if (reading === null || (count === 1 && inForce.some((r) => replacedBy(r) === quantity))) return;
    readings.push(reading);
    quantities.push(quantity);
    for (const part of Object.values(reading)) alike += `${part} `;
  };
  hold('diameter', diameterOf(called));
  hold('height', heightOf(called));
  hold('logs', called.logs == null ? null : { kind: 'logs', value: called.logs });
  return { readings, quantities, count, alike };
}

/** What a tree is derived from: what was called and still holds, and what was read. Of several alike none is the one that was read. */
export const withCalled = ({ readings, count }: AsCalled, read: readonly Reading[]): readonly Reading[] =>
  count > 1 ? readings : readings.length === 0 ? read : [...readings, ...read];

/** How many trees a tree stands for. */
export const countOf = (called: Called | null | undefined): number => called?.count ?? 1;

function diameterOf({ diameter }: Called): Reading | null {
  if (!diameter) return null;
  const { unit } = diameter;
  if (diameter.kind === 'exact') return { kind: 'diameter', tool: diameter.tool, value: diameter.value, unit };
  // anywhere in its class alike
  const sigma = toMetres(diameter.width, unit) / Math.sqrt(12);
  return { kind: 'diameter', tool: 'estimate', value: middleOf(diameter), unit, sigma };
}

function heightOf({ height }: Called): Reading | null {
  if (!height) return null;
  const { value, unit, by } = height;
  const eye = by === 'eye' ? { sigma: TYPICAL_ERRORS.estimate * toMetres(value, unit) } : {};
  return { kind: 'device-height', target: 'tip', value, unit, station: CALLED, ...eye };
}
