import type { IDBPTransaction, StoreNames } from 'idb';
import { mayJudge, readWith } from '../book/read-with';
import type { AnyRecord } from '../contract/envelope';
import { foldersOf } from './folders';
import { type FieldSchema, type Folder, type Key, type Revisions, UNFILED } from './schema';

/** A record and where it lies. */
export interface Filed extends Folder {
  readonly record: AnyRecord;
}
/** What was written at once: the records, and of every scope with something new how often it was written to. */
export interface Written {
  readonly filed: readonly Filed[];
  readonly revisions: Revisions;
}
export type Writing = IDBPTransaction<FieldSchema, StoreNames<FieldSchema>[], 'readwrite'>;
export const WRITTEN: StoreNames<FieldSchema>[] = ['records', 'tools', 'paired', 'meta'];

interface Known {
  readonly scope?: string;
  readonly folders?: ReadonlyMap<string, Folder | null>;
}

/** Everything of a scope, of a tree in it, or ('') of it what belongs to no tree. */
export const stretch = (scope: string, tree?: string): IDBKeyRange =>
  tree === undefined ? IDBKeyRange.bound([scope], [scope, []]) : IDBKeyRange.bound([scope, tree], [scope, tree, []]);

export const folderAt = (key: Key | undefined): Folder | null => (key ? { scope: key[0], tree: key[1] } : null);

/**
 * Puts records where they lie. One that is here already stays as it is, but comes to lie where it belongs once that is known.
 * @param known the scope all of them are of, or where each of them lies, where that is known
 */
export async function put(tx: Writing, records: readonly AnyRecord[], known: Known = {}): Promise<Written> {
  const [store, meta] = [tx.objectStore('records'), tx.objectStore('meta')];
  const keys = await Promise.all(records.map((r) => store.index('id').getKey(r.id)));
  const folders = known.folders ?? (await foldersOf(records, async (id) => folderAt(await store.index('id').getKey(id))));
  const { scope } = known;
  const seen = new Set<string>();
  const fresh: Filed[] = [];
  const filed = records.map((record, i): Filed => {
    const found = folders.get(record.id) ?? null;
    const at = scope === undefined ? (found ?? { scope: UNFILED, tree: '' }) : { scope, tree: found?.scope === scope ? found.tree : '' };
    const before = keys[i];
    const elsewhere = before && (before[0] !== at.scope || before[1] !== at.tree);
    if (elsewhere) store.delete(before);
    if ((elsewhere || !before) && !seen.has(record.id)) {
      store.put(record, [at.scope, at.tree, record.id]);
      fresh.push({ ...at, record });
    }
    seen.add(record.id);
    return { ...at, record };
  });
  await noteTools(tx, fresh);
  const revisions: Record<string, number> = {};
  for (const touched of new Set(filed.map((f) => f.scope))) revisions[touched] = await countUp(meta, touched);
  return { filed, revisions };
}

/** Counts that a scope was written to once more. */
export async function countUp(meta: ReturnType<typeof metaOf>, scope: string): Promise<number> {
  const next = revisionIn(await meta.get(revisionKey(scope))) + 1;
  meta.put(next, revisionKey(scope));
  return next;
}
const metaOf = (tx: Writing) => tx.objectStore('meta');
export const revisionKey = (scope: string) => `revision ${scope}`;
export const revisionIn = (kept: unknown): number => Number(kept ?? 0);

/** Notes of each tree what it was read with, and that readings of it may judge each other once they do. */
async function noteTools(tx: Writing, filed: readonly Filed[]): Promise<void> {
  const byTree = new Map<string, { readonly key: [string, string]; readonly tools: Set<string> }>();
  for (const { scope, tree, record } of filed) {
    const tool = tree === '' ? null : readWith(record);
    if (tool === null) continue;
    const known = byTree.get(tree) ?? { key: [scope, tree], tools: new Set<string>() };
    byTree.set(tree, known);
    known.tools.add(tool);
  }
  const store = tx.objectStore('tools');
  for (const { key, tools } of byTree.values()) {
    const before = (await store.get(key)) ?? [];
    const now = [...new Set([...before, ...tools])];
    if (now.length === before.length) continue;
    store.put(now, key);
    if (mayJudge(now)) tx.objectStore('paired').put(1, key);
  }
}
