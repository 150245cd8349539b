import { metres, showHeight } from '@arbolito/core';
import type { SurveyHead } from './summary';

/** A survey as a page of the book. */
export interface Page {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly trees: number;
  readonly withHeight: number;
  readonly withoutDiameter: number;
  readonly doubtful: number;
  /** The median standard error of its heights, as shown. */
  readonly typicalError: string | null;
  /** Heights for its small picture, metres, the tallest first. */
  readonly ranked: readonly number[];
  /** The tallest, as shown. */
  readonly tallest: string | null;
}

/** Surveys as pages, the one worked in last first. */
export function pagesOf(heads: readonly SurveyHead[], device: string): readonly Page[] {
  return heads
    .toSorted((a, b) => (a.last < b.last ? 1 : -1))
    .map(({ survey: s, protocol, sums, withHeight, doubtful, typicalError, ranked }) => ({
      id: s.entity,
      name: s.body.kind === 'single-trees' && s.device !== device ? `${s.body.name}, another device` : s.body.name,
      place: s.body.place ?? null,
      trees: sums.total.trees,
      withHeight,
      withoutDiameter: sums.total.without.basalArea,
      doubtful,
      ranked,
      tallest: ranked[0] === undefined ? null : showHeight(metres(ranked[0]), protocol.options.units),
      typicalError: typicalError === null ? null : showHeight(metres(typicalError), protocol.options.units),
    }));
}
