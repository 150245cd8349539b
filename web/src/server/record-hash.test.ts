import { demoRecords } from '@arbolito/demo';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { recordHash } from './record-hash';

const records = demoRecords().records as unknown as AnyRecord[];
const shuffle = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(shuffle);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .reverse()
      .map(([k, v]) => [k, shuffle(v)]),
  );
};

describe('the fingerprint of a record', () => {
  it('does not depend on the order of fields, on nulls, or on how the moment is written', () => {
    for (const record of records.slice(0, 60)) {
      const same = {
        ...(shuffle(record) as AnyRecord),
        at: record.at.replace('Z', '+00:00'),
        body: { ...(shuffle(record.body) as object), nothing: null },
      } as unknown as AnyRecord;
      expect(recordHash(same)).toBe(recordHash(record));
    }
  });
  it('differs when anything said differs', () => {
    fc.assert(
      fc.property(fc.nat(records.length - 1), fc.constantFrom('device', 'person', 'supersedes', 'schema', 'at', 'entity'), (i, field) => {
        const record = records[i] as AnyRecord;
        const other = { ...record, [field]: field === 'schema' ? 9 : field === 'at' ? '2020-01-01T00:00:00Z' : 'another' } as AnyRecord;
        expect(recordHash(other)).not.toBe(recordHash(record));
      }),
    );
    expect(new Set(records.map(recordHash)).size).toBe(records.length);
  });
});
