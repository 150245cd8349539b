import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { demoRecords } from '@arbolito/demo';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { recordHash } from './record-hash';
import { push } from './sync-service';
import { emptyDatabase, pullAll } from './test-database';

type Plain = Record<string, unknown>;
const MIGRATIONS = path.resolve(import.meta.dirname, '../../migrations');
let t: Awaited<ReturnType<typeof emptyDatabase>>;
beforeAll(async () => {
  t = await emptyDatabase();
});
afterAll(() => t.drop());

/** The migrations up to one, as a program of that time had them. */
function upTo(last: string): string {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-migrations-'));
  fs.cpSync(MIGRATIONS, folder, { recursive: true });
  const file = path.join(folder, 'meta/_journal.json');
  const journal = JSON.parse(fs.readFileSync(file, 'utf8')) as { entries: { tag: string }[] };
  journal.entries = journal.entries.slice(0, 1 + journal.entries.findIndex((e) => e.tag === last));
  fs.writeFileSync(file, JSON.stringify(journal));
  return folder;
}

describe('migrations', () => {
  it('stand in the order of their making, each with its file', () => {
    const { entries } = JSON.parse(fs.readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
      entries: { idx: number; when: number; tag: string }[];
    };
    expect(entries.map((e) => e.idx)).toEqual(entries.map((_, i) => i));
    expect(entries.map((e) => e.when)).toEqual(entries.map((e) => e.when).sort((a, b) => a - b));
    const files = fs.readdirSync(MIGRATIONS).filter((f) => f.endsWith('.sql'));
    expect(files).toEqual(entries.map((e) => `${e.tag}.sql`));
  });

  it('give records that were stored before as they had been sent: pushed back, each is known', async () => {
    const folder = upTo('0003_kit');
    await migrate(drizzle(t.owner), { migrationsFolder: folder });
    fs.rmSync(folder, { recursive: true });
    // stored as that program did: the envelope, and the body in its kind's columns
    const snake = (key: string) => key.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
    const { records } = demoRecords();
    const kinds = new Map<string, number>();
    const { rows: columns } = await t.owner.query<{ of: string }>(
      "select table_name || '.' || column_name as of from information_schema.columns where table_schema = current_schema()",
    );
    const had = new Set(columns.map((c) => c.of));
    // a program of that time knew nothing of what came later
    const asThen = (r: (typeof records)[number]) => ({
      ...r,
      body: Object.fromEntries(Object.entries(r.body).filter(([k]) => had.has(`${snake(r.kind.replace('-', '_'))}.${snake(k)}`))),
    });
    const some = records
      .slice(0, 1500)
      .filter((r) => {
        const n = kinds.get(r.kind) ?? 0;
        kinds.set(r.kind, n + 1);
        return r.kind !== 'reading' || n < 200;
      })
      .map(asThen);
    for (const { body, ...e } of some) {
      const row = { ...e, hash: recordHash({ ...e, body }) } as Plain;
      await insert(t.owner, 'record', row);
      await insert(t.owner, snake(e.kind.replace('-', '_')), {
        id: e.id,
        ...Object.fromEntries(Object.entries(body).map(([k, v]) => [snake(k), v])),
      });
    }
    await t.finish();
    const back = (await pullAll(t.db)) as unknown as Plain[];
    expect(back).toHaveLength(some.length);
    expect(new Set((await push(t.db, back.slice(0, 1000))).answers.map((a) => a.status))).toEqual(new Set(['known']));
    const hashes = new Map(some.map((r) => [r.id, recordHash(r)]));
    for (const r of back) expect(recordHash(r), String(r.kind)).toBe(hashes.get(r.id as string));
    // and the triggers are on again
    await expect(t.owner.query("update record set sent = ''")).rejects.toThrow(/never change/);
  });
});

async function insert(pool: pg.Pool, table: string, row: Plain): Promise<void> {
  const keys = Object.keys(row);
  const values = Object.values(row).map((v) => (typeof v === 'object' && v !== null ? JSON.stringify(v) : v));
  await pool.query(
    `insert into ${pg.escapeIdentifier(table)} (${keys.map(pg.escapeIdentifier).join()}) values (${keys.map((_, i) => `$${i + 1}`).join()})`,
    values,
  );
}
