import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { KIND_NAMES } from '../contract/kinds/index';
import { testDatabase } from './test-database';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());
const count = async () => Number((await t.pool.query('select count(*) from record')).rows[0].count);

describe('the tables', () => {
  it('of records never change: UPDATE, DELETE and TRUNCATE are refused by every one of them, even to their owner', async () => {
    const { rows } = await t.owner.query<{ table: string }>(
      "select table_name as table from information_schema.tables where table_schema = 'public' order by 1",
    );
    // what can be counted anew from the records, and the book's own id, are no records
    const tables = rows.map((r) => r.table).filter((table) => table !== 'scope' && table !== 'book');
    expect(tables).toEqual(['record', ...KIND_NAMES.map((k) => k.replace('-', '_'))].sort());
    const before = await count();
    for (const table of tables) {
      for (const sql of [`update ${table} set id = id`, `delete from ${table}`, `truncate ${table} cascade`])
        await expect(t.owner.query(sql), sql).rejects.toThrow(/never change/);
    }
    expect(await count()).toBe(before);
  });
  it('belong to another role than the one that serves, which can read and add and no more', async () => {
    for (const sql of [
      'update record set id = id',
      'delete from person',
      'delete from scope',
      'update book set id = id',
      'truncate person cascade',
      'alter table record disable trigger all',
      'drop table person cascade',
      'create table mine (n int)',
      "set session_replication_role = 'replica'",
      'create or replace function refuse_change() returns trigger language plpgsql as $$ begin return null; end $$',
    ])
      await expect(t.pool.query(sql), sql).rejects.toThrow(/permission denied|must be owner/);
    expect(
      (await t.pool.query('select rolsuper, rolcreatedb, rolcreaterole, rolreplication from pg_roles where rolname = current_user')).rows,
    ).toEqual([{ rolsuper: false, rolcreatedb: false, rolcreaterole: false, rolreplication: false }]);
  });
  it('hold their own constraints, whatever the application checks', async () => {
    const id = v7();
    const insert = `insert into record (id, entity, kind, schema, device, at, hash, sent, scope, seq) values ($1, $2, 'person', 1, 'x', now(), 'x', '{}', 'shared', 1)`;
    await t.pool.query("insert into scope (id) values ('shared')");
    await expect(t.pool.query(insert, [id, v7()])).rejects.toThrow(/record_first_version/);
    await expect(t.pool.query(`insert into tree (id, survey, tag) values ($1, $1, 'x')`, [id])).rejects.toThrow(/foreign key/);
    await t.pool.query(insert, [id, id]);
    await expect(t.pool.query(`insert into person (id, name, eye_height) values ($1, 'x', 9)`, [id])).rejects.toThrow(/person_eye_height/);
  });
});
