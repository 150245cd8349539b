import type { IDBPTransaction, StoreNames } from 'idb';
import type { AnyRecord } from '../contract/envelope';
import { newsOf } from '../derivation/news';
import { foldersOf } from './folders';
import { ask, folderAt, putIn, takeOut } from './packs';
import { type Changed, type FieldSchema, type Filed, type Folder, type Key, type Revisions, UNFILED } from './schema';

/** What was written at once: the records, and of every scope with something new how often it was written to. */
export interface Written {
  readonly filed: readonly Filed[];
  readonly revisions: Revisions;
}
export type Writing = IDBPTransaction<FieldSchema, StoreNames<FieldSchema>[], 'readwrite'>;
export const WRITTEN: StoreNames<FieldSchema>[] = ['packs', 'changes', 'meta'];

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
  const revisions: Record<string, number> = {};
  for (const touched of new Set(filed.map((f) => f.scope))) revisions[touched] = await countUp(meta, touched);
  await noteChanges(tx, fresh, revisions);
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

/** Notes of each tree, and of each thing that belongs to none, in which writing something of it came. */
async function noteChanges(tx: Writing, filed: readonly Filed[], revisions: Revisions): Promise<void> {
  const store = tx.objectStore('changes');
  const noted = new Map<string, Changed>();
  for (const { scope, tree, record } of filed) {
    const change = { ...newsOf(record, tree === '' ? null : tree), scope, writing: revisions[scope] ?? 0 };
    const id = tree === '' ? record.entity : tree;
    const before = noted.get(`${scope} ${id}`) ?? (tree === '' ? await store.get([scope, id]) : undefined);
    // a thing of which a later version came is no new one, in whatever order they came
    noted.set(`${scope} ${id}`, before && !before.first ? { ...change, first: false } : change);
  }
  for (const change of noted.values()) ask(store.put(change, [change.scope, change.tree ?? change.entity]));
}

/** Notes that anything may count otherwise now: something was set aside, or counts again. */
export async function noteDecided(tx: Writing): Promise<void> {
  const writing = await countUp(tx.objectStore('meta'), UNFILED);
  const change = { kind: 'decided', entity: '', first: false, tree: null, person: null, scope: UNFILED, writing };
  ask(tx.objectStore('changes').put(change, [UNFILED, '']));
}
