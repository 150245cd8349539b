import { formatNumber, fromMetres, metres, metresPerLength, type UnitSystem } from '@arbolito/core';
import type { PlotState } from '../../contract/kinds/plot';
import type { InclusionAnswer, PlaceInput } from '../../contract/sampling';

/** How far a plot has come, as it is said. */
export const STATES: Readonly<Record<PlotState, string>> = {
  planned: 'planned',
  found: 'found',
  measured: 'measured',
  finished: 'finished',
  'not-reached': 'not reached',
  'to-redo': 'to be redone',
};

/** Nothing more is to be done on it. */
export const isDone = (state: PlotState | null | undefined): boolean => state === 'finished' || state === 'not-reached';

/** What a plot is called in this survey. */
export const plotWord = (kind: string): 'point' | 'strip' | 'plot' => (kind === 'points' ? 'point' : kind === 'strip' ? 'strip' : 'plot');

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A level distance of a plot, to a centimetre or a tenth of a foot. */
export function sayFar(m: number, units: UnitSystem): string {
  return units === 'us' ? `${formatNumber(m / metresPerLength(units), 1)} ft` : `${formatNumber(m, 2)} m`;
}

/** A difference of two distances: small ones in the small unit. */
function sayBy(m: number, units: UnitSystem): string {
  if (units === 'us') return m < metresPerLength(units) ? `${formatNumber(fromMetres(metres(m), 'in'), 1)} in` : sayFar(m, units);
  return m < 1 ? `${formatNumber(m * 100, m < 0.1 ? 1 : 0)} cm` : sayFar(m, units);
}

const WAYS: Readonly<Record<PlaceInput['along'], string>> = {
  level: 'level',
  ground: 'along this slope',
  sight: 'along this line of sight',
};

export interface Verdict {
  readonly kind: 'in' | 'out' | 'edge';
  readonly says: string;
  /** What to do about it; null where nothing is. */
  readonly todo: string | null;
}

/** Whether a tree is in, in words, and what would decide where that is not sure. */
export function verdictOf(
  found: InclusionAnswer,
  { along, to, by }: Pick<PlaceInput, 'along' | 'to' | 'by'>,
  tool: 'diameter-tape' | 'estimate',
  units: UnitSystem,
): Verdict {
  const margin = sayBy(Math.abs(found.margin), units);
  const side = found.in ? `In by ${margin}` : `Out by ${margin}`;
  const limit = `its limit is ${sayFar(found.limit, units)}`;
  if (!found.near) return { kind: found.in ? 'in' : 'out', says: `${side}: ${limit}, level to the axis.`, todo: null };
  const how = `${WAYS[along]}, to the ${to === 'bark' ? 'bark' : 'pith'}`;
  const tape =
    found.tape === null ? 'No tape decides it: the limit lies inside the trunk.' : `In up to ${sayFar(found.tape, units)} ${how}.`;
  if (by === 'tape' && tool === 'diameter-tape')
    return { kind: found.in ? 'in' : 'out', says: `${side}, by tape, and that decides: ${limit}.`, todo: null };
  const what = by === 'tape' ? 'the diameter' : tool === 'diameter-tape' ? 'the distance' : 'distance and diameter';
  return {
    kind: 'edge',
    says: `On the edge: ${side.toLowerCase()} ± ${sayBy(found.sigma, units)}.`,
    todo: `Tape ${what}. ${tape}`,
  };
}
