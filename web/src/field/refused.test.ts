import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { sentRecord } from '../contract/test-record';
import { fieldAt, refusedOf, withField } from './refused';

const record = (kind: string, body: object, more: object = {}): AnyRecord =>
  sentRecord(kind, body, { at: '2026-11-25T10:00:00.000Z', ...more }) as unknown as AnyRecord;
const errors = [{ field: 'body.tag', value: 'x', allowed: 'another' }];

describe('what the server refused', () => {
  it('stands with all that hangs on it and is not sent yet, newest first', () => {
    const survey = record('survey', { name: 'S' });
    const tree = record('tree', { survey: survey.id, tag: '1' });
    const stem = record('stem', { tree: tree.id, number: 1 });
    const visit = record('visit', { tree: tree.id });
    const other = record('tree', { survey: survey.id, tag: '2' });
    const better = record('tree', { survey: survey.id, tag: '3' }, { entity: tree.id, supersedes: tree.id });
    const all = [survey, tree, stem, visit, other, better];
    const outbox = [
      { id: tree.id, refused: errors },
      { id: stem.id },
      { id: visit.id, aside: true },
      { id: other.id, refused: errors },
      { id: better.id },
    ];
    const found = refusedOf(outbox, new Map(all.map((r) => [r.id, r])));
    expect(found.map((r) => [r.record.id, [...r.waiting].sort(), r.aside])).toEqual([
      [other.id, [], false],
      [tree.id, [stem.id, visit.id, better.id].sort(), false],
    ]);
  });
  it('is changed field by field, by the path its errors name, and never in place', () => {
    const r = record('pace-calibration', {
      counted: 'single',
      runs: [
        { course: 60, paces: 40 },
        { course: -1, paces: 2 },
      ],
    });
    expect(fieldAt(r, 'body.runs[1].course')).toBe(-1);
    expect(fieldAt(r, 'body.none.at.all')).toBeUndefined();
    const right = withField(r, 'body.runs[1].course', 30) as AnyRecord;
    expect(right).toMatchObject({ id: r.id, body: { runs: [{ course: 60 }, { course: 30, paces: 2 }] } });
    expect(fieldAt(r, 'body.runs[1].course')).toBe(-1);
    expect(Object.keys(withField(r, 'body.counted', undefined)?.body ?? {})).toEqual(['runs']);
    expect(withField(r, 'body.none.at.all', 1)).toBeNull();
  });
});
