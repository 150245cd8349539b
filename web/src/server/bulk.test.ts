import { PRESETS } from '@arbolito/core';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { copyBook } from '../../../scripts/bulk';
import { manyTrees } from '../../../scripts/many-trees';
import { countScopes } from './scope-repository';
import { push, surveys } from './sync-service';
import { pullAll, testDatabase } from './test-database';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

describe('a large book', () => {
  it('put in by COPY is what it would be had it been pushed: known when it comes again, counted alike, and it grows', async () => {
    const options = PRESETS['forest-metric'].options;
    // only the cluster's own administrator may switch off the checks of foreign keys
    const { sockets, port } = inject('cluster');
    const { rows } = await t.owner.query<{ name: string }>('select current_database() as name');
    const client = new pg.Client({ host: sockets, port, user: 'postgres', database: rows[0]?.name });
    await client.connect();
    const [first, second] = await copyBook(client, [7, 4], options);
    await client.end();
    const pushed = manyTrees(7, options);
    expect(new Set((await push(t.db, [...pushed.records])).answers.map((a) => a.status))).toEqual(new Set(['stored']));
    const lines = new Map((await surveys(t.db, null, 1000)).surveys.map((s) => [s.id, s]));
    const facts = (id: string | undefined) => {
      const { name, place, trees, records, struck } = lines.get(id ?? '') ?? {};
      return { name, place, trees, records, struck };
    };
    expect(facts(first)).toEqual(facts(pushed.survey));
    expect(facts(second)).toMatchObject({ trees: 4, struck: false });
    const all = await pullAll(t.db);
    const again = all.map((stored) => {
      const { seq: _, scope: __, ...record } = stored as typeof stored & { seq: number; scope: string };
      return record;
    });
    for (let i = 0; i < again.length; i += 1000) {
      const { answers } = await push(t.db, again.slice(i, i + 1000));
      expect(new Set(answers.map((a) => a.status))).toEqual(new Set(['known']));
    }
    await countScopes(t.db);
    expect(new Map((await surveys(t.db, null, 1000)).surveys.map((s) => [s.id, s]))).toEqual(lines);
  });
});
