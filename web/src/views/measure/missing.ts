import type { Refusal, TreeResult } from '@arbolito/core';
import { NEEDS } from '../../methods/figure';
import type { StepId } from './steps';

/** Where what is missing is read: a step, or the kit. */
const WHERE: Readonly<Partial<Record<Refusal, StepId | 'kit'>>> = {
  'no-diameter': 'dbh',
  'bark-without-diameter': 'dbh',
  'no-distance': 'distance',
  'no-slope': 'ground',
  'no-base': 'base',
  'no-height': 'distance',
  'no-logs': 'logs',
  'no-mark-height': 'mark',
  'no-pace': 'kit',
  'no-reach': 'kit',
  'no-shadow': 'shadow',
  'no-reference-shadow': 'reference-shadow',
  'second-tape-missing': 'dbh',
};

/** Where to go for a figure that is not there yet, by what stands under it; null where no step helps. */
export function missingOf(result: TreeResult, aside: string): StepId | 'kit' | null {
  const parts = [result.height, result.cubic, result.dbh, result.boards, result.crownBase];
  const code = parts.flatMap((p) => (p.ok || NEEDS[p.code] !== aside ? [] : [p.code]))[0];
  return (code && WHERE[code]) ?? null;
}
