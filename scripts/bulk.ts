// Large books: surveys of many trees, straight into a database by COPY, for benchmarks and tests.
import { once } from 'node:events';
import type { ProtocolOptions } from '@arbolito/core';
import { getTableColumns } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { v7 } from 'uuid';
import { withIds } from '../web/src/book/with-ids';
import type { AnyRecord } from '../web/src/contract/envelope';
import { KIND_NAMES, type Kind } from '../web/src/contract/kinds/index';
import { SHARED, scopesOf } from '../web/src/contract/scope';
import { recordHash } from '../web/src/server/record-hash';
import { TABLES } from '../web/src/server/schema/index';
import { countScopes } from '../web/src/server/scope-repository';
import { manyTrees } from './many-trees';

/** A cell of CSV as COPY reads it: nothing at all is null. */
const cell = (v: unknown): string => {
  if (v === null || v === undefined) return '';
  return `"${(typeof v === 'object' ? JSON.stringify(v) : String(v)).replaceAll('"', '""')}"`;
};

const ENVELOPE = ['id', 'entity', 'supersedes', 'kind', 'schema', 'device', 'person', 'at', 'hash', 'sent', 'scope', 'seq'] as const;

/**
 * Puts surveys into an empty or a filled book, as if their records had been pushed, and counts the scopes anew.
 * @param client connected as somebody who may switch off the checks of foreign keys: what comes in is made here and whole
 * @param sizes how many trees each survey has
 * @param make the records of one of them
 * @returns the surveys' ids, in that order
 */
export async function copyBook(
  client: pg.Client,
  sizes: readonly number[],
  options: ProtocolOptions,
  make: (trees: number, options: ProtocolOptions) => { readonly records: readonly AnyRecord[]; readonly survey: string } = manyTrees,
): Promise<readonly string[]> {
  await client.query("set session_replication_role = 'replica'");
  const { rows } = await client.query<{ last: string }>('select last from scope where id = $1', [SHARED]);
  const places = new Map([[SHARED, Number(rows[0]?.last ?? 0)]]);
  const surveys: string[] = [];
  for (const trees of sizes) {
    const { records, survey } = anew(make(trees, options));
    surveys.push(survey);
    await copyIn(client, records, places);
  }
  // what was copied in is not known yet to whoever plans the counting
  await client.query('analyze');
  await countScopes(drizzle(client, { casing: 'snake_case' }) as never);
  await client.query("set session_replication_role = 'origin'");
  return surveys;
}

/** So many records go in one request, as a device sends them. */
const BATCH = 500;

/**
 * Sends records to a server as a device does, in the order given.
 * @throws Error where one is not stored
 */
export async function pushRecords(address: string, records: readonly AnyRecord[]): Promise<void> {
  for (let i = 0; i < records.length; i += BATCH) {
    const answer = await fetch(`${address}/api/v1/sync`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: address },
      body: JSON.stringify({ records: records.slice(i, i + BATCH) }),
    });
    const { answers } = (await answer.json()) as { answers: { status: string; errors: unknown[] }[] };
    const not = answers.find((a) => a.status !== 'stored');
    if (not) throw new Error(`a record was not stored: ${JSON.stringify(not)}`);
  }
}

/** The same survey under ids of its own, in their old order. */
function anew({ records, survey }: { records: readonly AnyRecord[]; survey: string }) {
  const ids = new Map(records.map((r) => [r.id, v7()]));
  return { records: withIds(records, ids), survey: ids.get(survey) as string };
}

async function copyIn(client: pg.Client, records: readonly AnyRecord[], places: Map<string, number>): Promise<void> {
  const scopes = scopesOf(records);
  const rows = records.map((record) => {
    const scope = scopes.get(record.id) as string;
    const seq = (places.get(scope) ?? 0) + 1;
    places.set(scope, seq);
    const { body: _, ...envelope } = record;
    const row: Record<string, unknown> = { ...envelope, hash: recordHash(record), sent: JSON.stringify(record), scope, seq };
    return ENVELOPE.map((field) => cell(row[field])).join();
  });
  await copy(client, 'record', ENVELOPE, rows);
  for (const kind of KIND_NAMES) {
    const own = records.filter((r) => r.kind === kind);
    const fields = Object.keys(getTableColumns(TABLES[kind as Kind]));
    const lines = own.map(({ id, body }) =>
      fields.map((f) => cell(f === 'id' ? id : (body as unknown as Record<string, unknown>)[f])).join(),
    );
    if (own.length > 0) await copy(client, kind.replace('-', '_'), fields.map(toSnakeCase), lines);
  }
}

async function copy(client: pg.Client, table: string, columns: readonly string[], lines: readonly string[]): Promise<void> {
  const stream = client.query(copyFrom(`copy ${table} (${columns.map((c) => `"${c}"`).join()}) from stdin (format csv)`));
  const done = new Promise<void>((ok, fail) => stream.on('finish', ok).on('error', fail));
  for (let i = 0; i < lines.length; i += 5000)
    if (!stream.write(`${lines.slice(i, i + 5000).join('\n')}\n`)) await Promise.race([once(stream, 'drain'), done]);
  stream.end();
  await done;
}
