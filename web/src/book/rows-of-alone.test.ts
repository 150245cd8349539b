import { PRESETS, type ProtocolOptions } from '@arbolito/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { Book } from './book';
import { asCalled } from './called';
import { makeRecord } from './make-records';
import { rowsOf, rowsOfAlone } from './rows-of';
import { cruiseOf, cruiser, NOWHERE } from './test-cruise';

const options: ProtocolOptions = { ...PRESETS['forest-metric'].options, asks: ['status', 'grade'], smallestDiameter: 0.1 };
const { made, species, survey, plots } = cruiseOf(options, ['1', '2']);
const NOBODY = '01a30000-0000-7000-8000-00000000dead';

const size = fc.double({ min: 4, max: 90, noNaN: true }).map((d) => Math.round(d * 10) / 10);
const called = fc.record({
  typed: fc.constant('-'),
  diameter: fc.oneof(
    fc.constant(null),
    fc.record({ kind: fc.constant('exact'), value: size, unit: fc.constantFrom('cm', 'in'), tool: fc.constantFrom('caliper', 'estimate') }),
    fc.record({ kind: fc.constant('class'), from: size, width: fc.constantFrom(2, 4), unit: fc.constant('cm') }),
  ),
  height: fc.option(fc.record({ value: size, unit: fc.constant('m'), by: fc.constantFrom('eye', 'instrument') })),
  count: fc.constantFrom(undefined, 1, 3),
});
const body = fc.record({
  species: fc.constantFrom(null, NOBODY, ...species.map((s) => s.entity)),
  plot: fc.constantFrom(null, NOBODY, ...plots.map((p) => p.entity)),
  called: fc.option(called),
  place: fc.option(
    fc.record({
      value: fc.double({ min: 0, max: 14, noNaN: true }),
      unit: fc.constant('m'),
      along: fc.constant('level'),
      to: fc.constant('axis'),
      by: fc.constantFrom('tape', 'eye'),
    }),
  ),
  status: fc.constantFrom(null, 'live', 'vacant', 'dead-standing'),
  grade: fc.constantFrom(null, 'A'),
});
const struck = fc.constantFrom(null, survey.entity, ...plots.map((p) => p.entity), ...species.map((s) => s.entity));

describe('trees of which there is one record and nothing else', () => {
  it('are alike just where the same readings stand as they were called', () => {
    // sizes that are often the same, so that both happen
    const few = fc.constantFrom(2, 4, 20, 24, 204);
    const one = fc.record({
      typed: fc.constant('-'),
      diameter: fc.option(
        fc.oneof(
          fc.record({
            kind: fc.constant('exact'),
            value: few,
            unit: fc.constantFrom('cm', 'in'),
            tool: fc.constantFrom('caliper', 'estimate'),
          }),
          fc.record({ kind: fc.constant('class'), from: few, width: few, unit: fc.constantFrom('cm', 'in') }),
        ),
      ),
      height: fc.option(fc.record({ value: few, unit: fc.constantFrom('m', 'ft'), by: fc.constantFrom('eye', 'instrument') })),
      logs: fc.option(few),
    });
    fc.assert(
      fc.property(one, one, (a, b) => {
        const [x, y] = [asCalled(a as never, []), asCalled(b as never, [])];
        expect(x.alike === y.alike).toBe(JSON.stringify(x.readings) === JSON.stringify(y.readings));
      }),
      { numRuns: 3000 },
    );
  });

  it('have the rows that they have in the book', () => {
    fc.assert(
      fc.property(fc.array(body, { minLength: 1, maxLength: 8 }), struck, (bodies, entity) => {
        const trees = bodies.map(
          (b, i) => makeRecord(cruiser, 'tree', { survey: survey.entity, tag: `${i + 1}`, ...NOWHERE, ...b } as never) as RecordOf<'tree'>,
        );
        const ground = [...made, ...(entity === null ? [] : [makeRecord(cruiser, 'strike-out', { entity, reason: 'a slip' } as never)])];
        const under = { protocol: options, known: { rows: new Map(), program: 'this' } };
        const alone = rowsOfAlone(new Book(ground as AnyRecord[]), survey.entity, trees, under);
        const book = new Book([...ground, ...trees] as AnyRecord[]);
        expect(alone).toEqual(rowsOf(book, survey.entity, under));
      }),
      { numRuns: 300 },
    );
  });
});
