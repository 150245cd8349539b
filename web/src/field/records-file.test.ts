import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { makeRecord } from '../book/make-records';
import type { AnyRecord } from '../contract/envelope';
import { enterInJournal } from './journal';
import { readRecordsFile, recordsFile, unsyncedRecords } from './records-file';
import { keepLocally, settle } from './test-store';

const maker = { device: 'phone', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };
const person = (name: string) => makeRecord(maker, 'person', { name, eyeHeight: null, reach: null }) as AnyRecord;

describe('records as a file', () => {
  it('are all that the server lacks: of the store, the journal and the page, each once and as it is sent', async () => {
    const [stored, journal, page, sent] = ['stored', 'journal', 'page', 'sent'].map(person) as [AnyRecord, AnyRecord, AnyRecord, AnyRecord];
    await keepLocally([stored, sent]);
    await settle([sent]);
    enterInJournal([journal, stored]);
    const all = await unsyncedRecords([page, journal]);
    expect(all.map((r) => r.id).sort()).toEqual([stored, journal, page].map((r) => r.id).sort());
    expect(readRecordsFile(recordsFile(all))).toEqual({ ok: true, records: all });
    expect(JSON.parse(recordsFile(all))).toMatchObject({ format: 'arbolito-records', version: 1, records: [{ kind: 'person' }, {}, {}] });
  });
  it.each([
    ['no JSON', '{', /not JSON/],
    ['nothing', 'null', /no records of Arbolito/],
    ['another format', '{"format":"csv"}', /no records of Arbolito/],
    ['a later version', '{"format":"arbolito-records","version":2,"records":[]}', /version 2.*reads version 1/],
    ['no list', '{"format":"arbolito-records","version":1}', /list of records is missing/],
    ['a damaged record', JSON.stringify({ format: 'arbolito-records', version: 1, records: [person('x'), { id: 3 }] }), /Record 2 of 2/],
  ])('are refused whole where there is %s', (_, text, reason) =>
    expect(readRecordsFile(text)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) }),
  );
  it('are never taken in by halves, whatever a file holds', () => {
    fc.assert(fc.property(fc.jsonValue(), (value) => void expect(typeof readRecordsFile(JSON.stringify(value)).ok).toBe('boolean')));
  });
});
