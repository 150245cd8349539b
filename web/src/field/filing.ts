import type { IDBPTransaction, StoreNames } from 'idb';
import { mayJudge, readWith } from '../book/read-with';
import type { AnyRecord } from '../contract/envelope';
import { foldersOf } from './folders';
import { ask, folderAt, putIn, takeOut } from './packs';
import { type FieldSchema, type Filed, type Folder, type Key, type Revisions, UNFILED } from './schema';

/** What was written at once: the records, and of every scope with something new how often it was written to. */
export interface Written {
  readonly filed: readonly Filed[];
  readonly revisions: Revisions;
}
export type Writing = IDBPTransaction<FieldSchema, StoreNames<FieldSchema>[], 'readwrite'>;
export const WRITTEN: StoreNames<FieldSchema>[] = ['packs', 'tools', 'paired', 'meta'];

interface Known {
  readonly scope?: string;
  readonly folders?: ReadonlyMap<string, Folder | null>;
}

/**
 * Puts records where they lie. One that is here already stays as it is, but comes to lie where it belongs once that is known.
 * @param known the scope all of them are of, or where each of them lies, where that is known
 * @throws where one can't be put: then nothing of the transaction is
 */
export async function put(tx: Writing, records: readonly AnyRecord[], known: Known = {}): Promise<Written> {
  try {
    return await putAll(tx, records, known);
  } catch (e) {
    tx.done.catch(() => {});
    // it may have ended by itself
    if (tx.error === null) tx.abort();
    throw e;
  }
}
async function putAll(tx: Writing, records: readonly AnyRecord[], known: Known): Promise<Written> {
  const [store, meta] = [tx.objectStore('packs'), tx.objectStore('meta')];
  const keys = await Promise.all(records.map((r) => store.index('id').getKey(r.id)));
  const folders = known.folders ?? (await foldersOf(records, async (id) => folderAt(await store.index('id').getKey(id))));
  const { scope } = known;
  const seen = new Set<string>();
  const fresh: Filed[] = [];
  const gone = new Map<string, readonly [Key, Set<string>]>();
  const filed = records.map((record, i): Filed => {
    const found = folders.get(record.id) ?? null;
    const at = scope === undefined ? (found ?? { scope: UNFILED, tree: '' }) : { scope, tree: found?.scope === scope ? found.tree : '' };
    const before = keys[i];
    const elsewhere = before && (before[0] !== at.scope || before[1] !== at.tree);
    if (elsewhere) {
      const from = gone.get(before.join()) ?? [before, new Set()];
      gone.set(before.join(), from);
      from[1].add(record.id);
    }
    if ((elsewhere || !before) && !seen.has(record.id)) fresh.push({ ...at, record });
    seen.add(record.id);
    return { ...at, record };
  });
  await Promise.all([...gone.values()].map(([key, ids]) => takeOut(store, key, ids)));
  await putIn(store, fresh);
  await noteTools(tx, fresh);
  const revisions: Record<string, number> = {};
  for (const touched of new Set(filed.map((f) => f.scope))) revisions[touched] = await countUp(meta, touched);
  return { filed, revisions };
}

/** Counts that a scope was written to once more. */
export async function countUp(meta: ReturnType<typeof metaOf>, scope: string): Promise<number> {
  const next = revisionIn(await meta.get(revisionKey(scope))) + 1;
  ask(meta.put(next, revisionKey(scope)));
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
  const note = async ({ key, tools }: { readonly key: [string, string]; readonly tools: ReadonlySet<string> }) => {
    const before = (await store.get(key)) ?? [];
    const now = [...new Set([...before, ...tools])];
    if (now.length === before.length) return;
    ask(store.put(now, key));
    if (mayJudge(now)) ask(tx.objectStore('paired').put(1, key));
  };
  await Promise.all([...byTree.values()].map(note));
}
