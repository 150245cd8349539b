// What a server with a large book takes: its home page, a push, a survey pulled by a device that has nothing of it.
import { PRESETS } from '@arbolito/core';
import pg from 'pg';
import type { AnyRecord } from '../web/src/contract/envelope';
import { copyBook, pushRecords } from './bulk';
import { manyTrees } from './many-trees';

const { address, admin } = JSON.parse(process.argv[2] ?? '{}') as { address: string; admin: pg.ClientConfig };
const options = PRESETS['forest-metric'].options;
const get = async (path: string) =>
  (await fetch(`${address}${path}`)).json() as Promise<{ records: unknown[]; next: string; more: boolean }>;
const timed = async (work: () => Promise<unknown>) => {
  const t = performance.now();
  await work();
  return performance.now() - t;
};

const client = new pg.Client(admin);
await client.connect();
const BIG = 10_000;
// 1,000 surveys with 100,000 trees together, ten records a tree
const sizes = [BIG, ...Array.from({ length: 999 }, (_, i) => (i < 90 ? 91 : 90))];
const t0 = performance.now();
const surveys = await copyBook(client, sizes, options);
const copied = performance.now() - t0;
await client.query('analyze');
const { rows } = await client.query<{ trees: string; records: string }>('select sum(trees) as trees, sum(last) as records from scope');
await client.end();

const home: number[] = [];
for (let i = 0; i < 21; i++) home.push(await timed(async () => (await fetch(`${address}/`)).text()));
home.sort((a, b) => a - b);

// as a device sends it: a survey of its own, in two batches
const push = await timed(() => pushRecords(address, manyTrees(100, options).records));

const pulled: AnyRecord[] = [];
const pull = await timed(async () => {
  for (let after = '', more = true; more; ) {
    const page = await get(`/api/v1/sync?scope=${surveys[0]}&limit=500${after && `&after=${after}`}`);
    pulled.push(...(page.records as AnyRecord[]));
    ({ more } = page);
    after = page.next;
  }
});
console.log(
  JSON.stringify({
    survey: surveys[0],
    copied,
    trees: Number(rows[0]?.trees),
    records: Number(rows[0]?.records),
    home: home[19],
    median: home[10],
    push,
    pull,
    pulled: pulled.length,
  }),
);
