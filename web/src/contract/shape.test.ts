import { demoRecords } from '@arbolito/demo';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { DeriveRequest, DeriveTree } from './derive';
import { validateRecord } from './envelope';
import { MOST_ERRORS } from './field-errors';
import { isOutline } from './geometry';
import { openApi } from './openapi';
import { PushRequest } from './sync';
import { validate } from './validate';

type Plain = Record<string, unknown>;
const { components } = openApi() as { components: { schemas: Record<string, Plain> } };
const ajv = addFormats.default(new Ajv2020({ strict: false }));
ajv.addSchema({ $id: 'api', components });
const described = (name: string, value: unknown) => ajv.compile({ $ref: `api#/components/schemas/${name}` })(value) as boolean;

const record = (kind: string, body: unknown, more: Plain = {}): Plain => {
  const id = v7();
  return { id, entity: id, supersedes: null, kind, schema: 1, device: 'test', person: null, at: '2026-11-25T10:00:00.000Z', body, ...more };
};
const person = (more: Plain = {}) => record('person', { name: 'Ada', eyeHeight: 1.6, reach: null }, more);
const fields = (plain: unknown) => {
  const checked = validateRecord(plain, 'r');
  return checked.ok ? [] : checked.errors.map((e) => e.field);
};
const parsed = (text: string) => JSON.parse(text) as Plain;
const nested = (depth: number) => parsed(`${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}`);
const reading = () => structuredClone(demoRecords().records.find((r) => r.kind === 'reading')) as unknown as Plain & { body: Plain };

describe('a record that can not be kept is refused by its field', () => {
  it.each([
    ['a day the calendar does not have', record('visit', { tree: v7(), on: '2026-02-30' }), 'r.body.on'],
    ['a month that is none', record('visit', { tree: v7(), on: '2026-13-01' }), 'r.body.on'],
    ['a year before all surveys', record('visit', { tree: v7(), on: '0000-01-01' }), 'r.body.on'],
    ['a year as time', person({ at: '2026' }), 'r.at'],
    ['a week as time', person({ at: '2026-W07' }), 'r.at'],
    ['a day as time', person({ at: '2026-11-25' }), 'r.at'],
    ['a moment without a zone', person({ at: '2026-11-25T10:00:00' }), 'r.at'],
    ['a moment of a day that is none', person({ at: '2026-02-30T10:00:00Z' }), 'r.at'],
    ['a leap second', person({ at: '2016-12-31T23:59:60Z' }), 'r.at'],
    ['a moment past all years', person({ at: '+010000-01-01T00:00:00Z' }), 'r.at'],
    ['a year past 2999', person({ at: '3000-01-01T00:00:00Z' }), 'r.at'],
    ['an id in capitals', { ...person(), id: v7().toUpperCase() }, 'r.id'],
    ['half a character', record('person', { name: 'A\ud800', eyeHeight: null, reach: null }), 'r.body.name'],
    ['a NUL', record('person', { name: 'A\0', eyeHeight: null, reach: null }), 'r.body.name'],
    ['what is nested 3,000 deep', person({ body: nested(3000) }), `r.body${'.a'.repeat(12)}`],
    ['a kind called constructor', person({ kind: 'constructor' }), 'r.kind'],
    ['a kind called __proto__', person({ kind: '__proto__' }), 'r.kind'],
    ['a field called __proto__', parsed(`{"__proto__": 1, ${JSON.stringify(person()).slice(1)}`), 'r.__proto__'],
    ['a field called constructor', person({ body: parsed('{"name": "A", "constructor": {"name": "B"}}') }), 'r.body.constructor'],
    ['a field called toString', person({ body: { name: 'A', toString: 1 } }), 'r.body.toString'],
    ['null for a reading', { ...reading(), body: { ...reading().body, read: null } }, 'r.body.read'],
    ['a list for a reading', { ...reading(), body: { ...reading().body, read: [] } }, 'r.body.read'],
    ['a reading of the kind toString', { ...reading(), body: { ...reading().body, read: { kind: 'toString' } } }, 'r.body.read.kind'],
    [
      'a reading whose kind is an object',
      { ...reading(), body: { ...reading().body, read: { kind: { toString: 1 } } } },
      'r.body.read.kind',
    ],
    [
      'a scale of the kind constructor',
      { ...reading(), body: { ...reading().body, read: { kind: 'angle', target: 'tip', value: 1, scale: 'constructor' } } },
      'r.body.read.scale',
    ],
    ['null for a body', person({ body: null }), 'r.body'],
    ['a list for a body', person({ body: [] }), 'r.body'],
    ['an outline without a shape', record('stratum', { survey: v7(), name: 'N', area: null, outline: {} }), 'r.body.outline'],
    [
      'an outline of a point',
      record('stratum', { survey: v7(), name: 'N', area: null, outline: { type: 'Point', coordinates: [1, 2] } }),
      'r.body.outline',
    ],
    [
      'calibration figures without end',
      record('calibration', {
        instrument: v7(),
        what: 'base',
        found: Object.fromEntries(Array.from({ length: 50 }, (_, i) => [`f${i}`, i])),
      }),
      'r.body.found.f0',
    ],
  ])('%s', (_, plain, field) => {
    expect(fields(plain)).toContain(field);
    // and the description, where it can, says no to the same
    if (/^r\.(at|id|kind)$/.test(field)) expect(described('SentRecord', plain)).toBe(false);
  });

  it('but the six signs \\u0000 are text, and so are constructor and toString', () => {
    for (const name of ['\\u0000', 'constructor', '__proto__', 'toString'])
      expect(fields(record('person', { name, eyeHeight: null, reach: null }))).toEqual([]);
  });
});

describe('what is wrong is counted, and listed up to a limit', () => {
  it.each([
    ['unknown fields', Object.fromEntries(Array.from({ length: 400_000 }, (_, i) => [`x${i}`, i]))],
    ['readings that are none', { readings: Array.from({ length: 200 }, () => ({ kind: 'smell', a: 1, b: 2 })) }],
    ['too many readings', { readings: Array.from({ length: 400_000 }, () => ({})) }],
    ['text that can not be kept', { readings: Array.from({ length: 200 }, () => '\0') }],
  ])('%s', (_, tree) => {
    const checked = validate(DeriveTree, tree, 'trees[0]');
    const size = JSON.stringify(checked).length;
    expect(checked.ok).toBe(false);
    expect(size).toBeLessThan(10_000);
    if (!checked.ok) expect(checked.errors.length).toBeLessThanOrEqual(MOST_ERRORS + 1);
  });

  it('what should be a list of things is one, or is refused', () => {
    for (const trees of [{ constructor: 1 }, {}, null, 'x', 5]) {
      const checked = validate<object>(DeriveRequest, { preset: 'street', trees });
      expect(checked.ok ? [] : checked.errors).toMatchObject([{ field: 'trees', allowed: 'a list' }]);
    }
  });

  it('lists of things judged each for itself are counted, not opened', () => {
    const many = Array.from({ length: 1_000_000 }, () => null);
    for (const [type, whole] of [
      [PushRequest, { records: many }],
      [DeriveRequest, { preset: 'street', trees: many }],
    ] as const) {
      const checked = validate<object>(type, whole);
      expect(checked.ok ? [] : checked.errors.map((e) => e.allowed)).toEqual([expect.stringMatching(/^a list of 1 to \d+/)]);
    }
    const deep = nested(3000);
    const unopened = validate(PushRequest, { records: [deep, person()] });
    expect(unopened.ok && unopened.value.records[0] === deep).toBe(true);
  });
});

describe('an outline', () => {
  const ring = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 0],
  ];
  it.each([
    ['a polygon', { type: 'Polygon', coordinates: [ring] }, true],
    ['with a hole and heights', { type: 'Polygon', coordinates: [ring, ring.map((p) => [...p, 100])] }, true],
    ['several', { type: 'MultiPolygon', coordinates: [[ring], [ring]] }, true],
    ['one that does not close', { type: 'Polygon', coordinates: [ring.slice(0, 3).concat([[0, 1]])] }, false],
    [
      'too short',
      {
        type: 'Polygon',
        coordinates: [
          [
            [0, 0],
            [1, 1],
            [0, 0],
          ],
        ],
      },
      false,
    ],
    [
      'off the globe',
      {
        type: 'Polygon',
        coordinates: [
          [
            [200, 0],
            [1, 0],
            [1, 1],
            [200, 0],
          ],
        ],
      },
      false,
    ],
    ['no numbers', { type: 'Polygon', coordinates: [ring.map(() => ['a', 'b'])] }, false],
    ['empty', { type: 'Polygon', coordinates: [] }, false],
    ['more than a polygon', { type: 'Polygon', coordinates: [ring], crs: 1 }, false],
    ['without end', { type: 'Polygon', coordinates: [Array.from({ length: 6000 }, (_, i) => [0, (i % 5999) / 100])] }, false],
  ])('%s: %s', (_, outline, right) => {
    expect(isOutline(outline)).toBe(right);
    const body = { survey: v7(), name: 'North', area: null, outline };
    expect(fields(record('stratum', body))).toEqual(right ? [] : ['r.body.outline']);
    if (right) expect(described('StratumBody', body)).toBe(true);
  });
});
