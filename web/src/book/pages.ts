import { metres, type Position, showHeight } from '@arbolito/core';
import type { SurveyKind } from '../contract/kinds/survey';
import { isEarlierSingleTrees } from './single-trees';
import type { PlotMark, SurveyHead } from './summary';

/** A survey as a page of the book. */
export interface Page {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly trees: number;
  readonly kind: SurveyKind;
  readonly withHeight: number;
  readonly wantHeight: number;
  /** Its plots, how many of them are finished, and how many there are to be. */
  readonly plots: readonly PlotMark[];
  readonly finished: number;
  readonly planned: number;
  /** Where its trees stand on the map, degrees. */
  readonly standing: readonly Position[];
  readonly withoutDiameter: number;
  readonly doubtful: number;
  readonly precision: SurveyHead['precision'];
  /** The median standard error of its heights, as shown. */
  readonly typicalError: string | null;
  /** Heights for its small picture, metres, the tallest first. */
  readonly ranked: readonly number[];
  /** The tallest, as shown. */
  readonly tallest: string | null;
}

/** Surveys as pages, the one worked in last first. */
export function pagesOf(heads: readonly SurveyHead[]): readonly Page[] {
  return heads
    .toSorted((a, b) => (a.last < b.last ? 1 : -1))
    .map(({ survey: s, protocol, sums, withHeight, wantHeight, plots, standing, doubtful, precision, typicalError, ranked }) => ({
      id: s.entity,
      name: isEarlierSingleTrees(s) ? `${s.body.name}, earlier` : s.body.name,
      place: s.body.place ?? null,
      trees: sums.total.trees,
      kind: s.body.kind,
      withHeight,
      wantHeight,
      plots,
      finished: plots.filter((p) => p.state === 'finished').length,
      planned: Math.max(plots.length, s.body.design?.planned ?? 0),
      standing,
      withoutDiameter: sums.total.without.basalArea,
      doubtful,
      precision,
      ranked,
      tallest: ranked[0] === undefined ? null : showHeight(metres(ranked[0]), protocol.options.units),
      typicalError: typicalError === null ? null : showHeight(metres(typicalError), protocol.options.units),
    }));
}
