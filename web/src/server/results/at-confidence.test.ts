import { demoRecords } from '@arbolito/demo';
import { describe, expect, it } from 'vitest';
import { Book } from '../../book/book';
import { IN_SI } from '../../book/land-units';
import { preparedOf } from '../../book/prepare-survey';
import { rowsOf } from '../../book/rows-of';
import { standOf } from '../../book/stand';
import { standRow } from '../../book/stand-row';
import type { AnyRecord } from '../../contract/envelope';
import type { ResultsResponse } from '../../contract/expand-answer';
import { standAnswer } from '../expand/say-stand';
import { atConfidence } from './at-confidence';

const { records } = demoRecords() as unknown as { records: readonly AnyRecord[] };
const book = new Book(records);

/** A survey's answer worked out at a confidence. */
function answerAt(name: string, confidence: number, intervals: 'sampling' | 'all', errors: readonly number[]): ResultsResponse {
  const survey = book.all('survey').find((s) => s.body.name === name);
  const protocol = survey && book.protocolOf(survey);
  if (!survey || !protocol) throw new Error(name);
  const { options } = protocol;
  const prepared = preparedOf(book, { survey, options }, rowsOf(book, survey.entity, options).map(standRow));
  const stand = standAnswer(standOf(prepared, { confidence, intervals }), options.units, errors);
  return { survey: survey.entity, at: '2026-06-01T00:00:00.000Z', units: IN_SI[options.units].names, confidence: confidence * 100, stand };
}

/** All numbers of an answer, by where they stand. */
function numbers(value: unknown, at = ''): readonly (readonly [string, unknown])[] {
  if (typeof value !== 'object' || value === null) return [[at, value]];
  return Object.entries(value).flatMap(([key, inner]) => numbers(inner, `${at}.${key}`));
}

describe('an answer kept at one confidence', () => {
  it.each(['Monte Umbrío', 'Tansy Creek tract', 'Puerto Lenga'])('of %s is at any other what is worked out there', (name) => {
    for (const intervals of ['sampling', 'all'] as const) {
      const kept = JSON.parse(JSON.stringify(answerAt(name, 0.95, intervals, [])));
      for (const confidence of [0.5, 0.683, 0.9, 0.95, 0.9999]) {
        const errors = [0.0001, 5, 20];
        const [said, worked] = [
          atConfidence(kept, { confidence, errors }),
          JSON.parse(JSON.stringify(answerAt(name, confidence, intervals, errors))),
        ];
        const [a, b] = [numbers(said), numbers(worked)];
        expect(a.map(([at]) => at)).toEqual(b.map(([at]) => at));
        for (const [i, [at, value]] of a.entries()) {
          const other = b[i]?.[1];
          if (typeof value !== 'number' || typeof other !== 'number') expect([at, value]).toEqual([at, other]);
          else expect(Math.abs(value - other), at).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(other)));
        }
      }
    }
  });
});
