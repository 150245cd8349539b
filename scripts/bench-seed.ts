// Fills a device's own store with many trees, in the page of a bench.
import { PRESETS } from '@arbolito/core';
import { db } from '../web/src/field/database';
import { put, WRITTEN } from '../web/src/field/filing';
import { foldersOf } from '../web/src/field/folders';
import { ALONG } from '../web/src/field/schema';
import { manyTrees } from './many-trees';

const AT_ONCE = 20_000;

/** @returns the id of their survey, which is carried from now on */
export async function seed(trees: number): Promise<string> {
  const { records, survey } = manyTrees(trees, PRESETS['forest-metric'].options);
  const store = await db();
  const folders = await foldersOf(records, async () => null);
  for (let i = 0; i < records.length; i += AT_ONCE) {
    const tx = store.transaction(WRITTEN, 'readwrite');
    await put(tx, records.slice(i, i + AT_ONCE), { folders });
    await tx.done;
  }
  await store.put('meta', [survey], ALONG);
  await store.put('meta', 1, 'whole');
  store.close();
  return survey;
}
