import { plotsInAll, withInterval } from '@arbolito/core';
import type { ResultsResponse } from '../../contract/expand-answer';
import type { EstimateAnswer, FiguresAnswer, TotalAnswer } from '../../contract/stand-answer';
import { needed } from '../expand/say-stand';

/** What is asked of figures that are there: how sure their intervals are to be, and the sampling errors wanted. */
export interface AskedConfidence {
  /** As a share. */
  readonly confidence: number;
  /** Per cent. */
  readonly errors: readonly number[];
}

/**
 * A survey's figures with the intervals of a confidence, and the plots that sampling errors need. Means and standard errors
 * follow from the sample alone: one answer serves every confidence.
 * @param answer at any confidence
 */
export function atConfidence(answer: ResultsResponse, { confidence, errors }: AskedConfidence): ResultsResponse {
  const renewed = <T>(value: T): T => {
    if (typeof value !== 'object' || value === null) return value;
    if (Array.isArray(value)) return value.map(renewed) as T;
    if (isEstimate(value)) return withOther(value, confidence) as T;
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, renewed(inner)])) as T;
  };
  const stand = renewed(answer.stand);
  const { whole, total, neededFor } = stand;
  const aim = whole && neededFor ? whole[neededFor as 'trees' | 'basalArea' | 'volume'] : null;
  return {
    ...answer,
    confidence: confidence * 100,
    stand: {
      ...stand,
      total: whole && total && { ...total, ...totals(whole, total) },
      needed: aim && stand.per !== 'list' ? errors.map((e) => needed(e, plotsInAll(aim, e / 100, confidence), aim.n)) : [],
    },
  };
}

const isEstimate = (value: object): value is EstimateAnswer => 'standardError' in value && 'df' in value && 'samplingError' in value;

/** An estimate with the interval of another confidence. */
function withOther(e: EstimateAnswer, confidence: number): EstimateAnswer {
  if (e.standardError === null) return e;
  const { t, halfWidth, lower, upper, samplingError } = withInterval({ ...e, variance: e.standardError ** 2 }, confidence);
  return { ...e, t, halfWidth, lower, upper, samplingError: samplingError === null ? null : samplingError * 100 };
}

/** On all the land each sum is as sure as its mean. */
function totals(whole: FiguresAnswer, total: NonNullable<ResultsResponse['stand']['total']>) {
  const of = <T extends TotalAnswer | null>(sum: T, mean: EstimateAnswer | null | undefined): T =>
    sum && ({ ...sum, halfWidth: sum.standardError === null ? null : (mean?.t ?? 0) * sum.standardError } as T);
  return {
    trees: of(total.trees, whole.trees),
    basalArea: of(total.basalArea, whole.basalArea),
    volume: of(total.volume, whole.volume),
    boardFeet: Object.fromEntries(
      Object.entries(total.boardFeet).map(([rule, sum]) => [rule, of(sum, whole.boardFeet[rule as keyof typeof whole.boardFeet])]),
    ),
  };
}
