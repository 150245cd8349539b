import { demoRecords } from '@arbolito/demo';
import { describe, expect, it } from 'vitest';
import { Book } from '../../book/book';
import type { AnyRecord } from '../../contract/envelope';
import { fieldLines, sayKind, sayRecord, typedValue } from './refused-model';

const records = demoRecords().records as unknown as AnyRecord[];
const book = new Book(records);
const first = (kind: string) => records.find((r) => r.kind === kind) as AnyRecord;

describe('a refused record in words', () => {
  it('is named by what it has itself, a reading with its tree', () => {
    expect(sayRecord(first('survey'), book)).toBe('“Monte Umbrío”');
    expect(sayRecord(first('reading'), book)).toMatch(/^“.+” of tree 1·01$/);
    expect(sayKind(first('body-measure'))).toBe('body mark');
    for (const r of records.slice(0, 200)) expect(sayRecord(r, book)).toMatch(/\S/);
  });
  it('shows each field that is wrong with what stands there and what is allowed', () => {
    const tree = first('tree');
    const lines = fieldLines({
      record: { ...tree, body: { ...tree.body, hat: 1 } } as unknown as AnyRecord,
      errors: [
        { field: 'body.tag', value: '1', allowed: 'text of 1 to 40 characters' },
        { field: 'body.hat', value: 1, allowed: 'no such field is known here' },
        { field: 'body.azimuth', value: 400, allowed: 'a number from 0 to 360' },
      ],
      aside: false,
      waiting: [],
    });
    expect(lines).toMatchObject([
      { name: 'tag', text: '1·01', unknown: false },
      { name: 'hat', text: '1', unknown: true },
      { name: 'azimuth', unknown: false },
    ]);
  });
  it.each([
    ['12,5', 3, 12.5],
    ['-4', null, -4],
    ['12.5', 'a text', '12.5'],
    ['', 5, null],
    ['', 'a text', ''],
    ['true', false, true],
    ['uphill', undefined, 'uphill'],
    ['{"a": 1}', {}, { a: 1 }],
  ])('typed %j in the place of %j is %j', (text, before, value) => {
    expect(typedValue(text, before)).toEqual(value);
  });
});
