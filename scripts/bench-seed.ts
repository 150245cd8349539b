// Fills a device's own store with many trees, in the page of a bench.
import { PRESETS } from '@arbolito/core';
import { manyTrees } from './many-trees';

const AT_ONCE = 20_000;

/** @returns the id of their survey */
export async function seed(trees: number): Promise<string> {
  const { records, survey } = manyTrees(trees, PRESETS['forest-metric'].options);
  const db = await new Promise<IDBDatabase>((done, fail) => {
    const opening = indexedDB.open('arbolito');
    opening.onsuccess = () => done(opening.result);
    opening.onerror = () => fail(opening.error);
  });
  for (let i = 0; i < records.length; i += AT_ONCE) {
    await new Promise<void>((done, fail) => {
      const tx = db.transaction('records', 'readwrite');
      for (const record of records.slice(i, i + AT_ONCE)) tx.objectStore('records').put(record);
      tx.oncomplete = () => done();
      tx.onerror = () => fail(tx.error);
    });
  }
  db.close();
  return survey;
}
