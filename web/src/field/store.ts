import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { FIRST, LAST, type Range } from '../derivation/store';
import { db } from './database';
import { countUp, noteDecided, put, WRITTEN, type Written } from './filing';
import { folderAt, stretch, takeOut, unpacked } from './packs';
import type { Unsent } from './refused';
import { ALONG, acknowledgedKey, cursorKey, DERIVED, type Folder, type Key, UNFILED } from './schema';

/** Every record on this device. */
export async function loadAll(): Promise<AnyRecord[]> {
  return unpacked(await (await db()).getAll('packs'));
}

/** The records of a scope, of one tree of it, or ('') of what belongs to no tree. */
export async function load(scope: string, tree?: string): Promise<AnyRecord[]> {
  return unpacked(await (await db()).getAll('packs', stretch(scope, tree)));
}

/** Where a record lies; null when it is not here. */
export async function folderOf(id: string): Promise<Folder | null> {
  return folderAt(await (await db()).getKeyFromIndex('packs', 'id', id));
}

/** The trees of a survey in the order of their making, the last first, as far as somebody asks. */
export async function* treesBackwards(scope: string): AsyncGenerator<string> {
  for (let below: IDBKeyRange | null = stretch(scope); below; ) {
    const at: { readonly key: Key } | null = await (await db()).transaction('packs').store.openKeyCursor(below, 'prev');
    if (!at || at.key[1] === '') return;
    yield at.key[1];
    below = IDBKeyRange.bound([scope], [scope, at.key[1]], false, true);
  }
}

/** So many entries a range, about: never of a tree a part. */
const ENTRIES = 500;

/** All trees of a survey that are here, in ranges that meet; together they hold every id there can be. */
export async function rangesOf(scope: string): Promise<readonly Range[]> {
  const borders: string[] = [];
  const trees = IDBKeyRange.bound([scope, '', []], [scope, []], true);
  const first = await (await db()).transaction('packs').store.openKeyCursor(trees);
  for (let at = await first?.advance(ENTRIES); at; at = await at.advance(ENTRIES)) {
    // a tree of very many records is passed over at once
    if (at.key[1] !== borders.at(-1)) borders.push(at.key[1]);
  }
  return [...borders, LAST].map((to, i) => ({ after: borders[i - 1] ?? FIRST, to }));
}

/** The records of the trees of a range. */
export async function recordsIn(scope: string, { after, to }: Range): Promise<AnyRecord[]> {
  return unpacked(await (await db()).getAll('packs', IDBKeyRange.bound([scope, after, []], [scope, to, []], true)));
}

/**
 * On this device's disk, in the store and in the outbox, when this resolves: that is what *kept* means. Keeping a record
 * twice changes nothing.
 */
export async function keepLocally(records: readonly AnyRecord[]): Promise<Written> {
  const tx = (await db()).transaction([...WRITTEN, 'outbox'], 'readwrite', { durability: 'strict' });
  const written = await put(tx, records);
  for (const { id } of records) tx.objectStore('outbox').put({ id });
  // what is made here is carried here
  const made = records.flatMap((r) => (r.kind === 'survey' ? [r.entity] : []));
  if (made.length > 0) {
    const along = (await tx.objectStore('meta').get(ALONG)) as readonly string[] | undefined;
    tx.objectStore('meta').put([...new Set([...(along ?? []), ...made])], ALONG);
  }
  await tx.done;
  return written;
}

/**
 * A page of a scope from the server, and how far it went.
 * @param cursor null while all of the scope is read anew, to be compared with what is here: until its end the old one holds
 * @returns what was written; null where the survey was left behind meanwhile
 */
export async function keepPulled(records: readonly AnyRecord[], scope: string, cursor: string | null): Promise<Written | null> {
  const tx = (await db()).transaction(WRITTEN, 'readwrite');
  const along = (await tx.objectStore('meta').get(ALONG)) as readonly string[] | undefined;
  if (scope !== SHARED && !along?.includes(scope)) {
    await tx.done;
    return null;
  }
  const written = await put(tx, records, { scope });
  if (cursor !== null) tx.objectStore('meta').put(cursor, cursorKey(scope));
  await tx.done;
  return written;
}

/** How far a scope was taken in; null where it never was. */
export async function cursor(scope: string): Promise<string | null> {
  const at = await (await db()).get('meta', cursorKey(scope));
  return typeof at === 'string' ? at : null;
}

/** The surveys this device carries. */
export async function along(): Promise<readonly string[]> {
  return ((await (await db()).get('meta', ALONG)) as readonly string[] | undefined) ?? [];
}

/** Carries a survey from now on; its records come with the next exchange. */
export async function takeAlong(survey: string): Promise<void> {
  const tx = (await db()).transaction('meta', 'readwrite');
  const before = ((await tx.store.get(ALONG)) as readonly string[] | undefined) ?? [];
  if (!before.includes(survey)) {
    tx.store.put([...before, survey], ALONG);
    tx.store.put(0, 'whole');
  }
  await tx.done;
}

/**
 * Takes a survey's records off this device; the server has them.
 * @returns how many of them it does not have yet: then nothing is done
 */
export async function leaveBehind(survey: string): Promise<number> {
  const tx = (await db()).transaction([...WRITTEN, ...DERIVED, 'outbox'], 'readwrite', { durability: 'strict' });
  const [packs, meta] = [tx.objectStore('packs'), tx.objectStore('meta')];
  const unsent = await tx.objectStore('outbox').getAllKeys();
  const scopes = await Promise.all(unsent.map(async (id) => (await packs.index('id').getKey(id))?.[0] ?? UNFILED));
  // what hangs on something that is not here may belong to any survey
  const unsentHere = scopes.filter((s) => s === survey || s === UNFILED).length;
  if (unsentHere === 0) {
    packs.delete(stretch(survey));
    for (const name of ['changes', 'treeRows', 'toolErrors'] as const) tx.objectStore(name).delete(stretch(survey));
    meta.delete(cursorKey(survey));
    meta.delete(`size ${survey}`);
    meta.delete(acknowledgedKey(survey));
    for (const name of ['derived', 'heads'] as const) tx.objectStore(name).delete(survey);
    const before = (await meta.get(ALONG)) as readonly string[] | undefined;
    meta.put(
      (before ?? []).filter((s) => s !== survey),
      ALONG,
    );
    await countUp(meta, survey);
  }
  await tx.done;
  return unsentHere;
}

/** How much of a survey the server has, records: what is here may be less. */
export async function noteSize(survey: string, records: number): Promise<void> {
  await (await db()).put('meta', records, `size ${survey}`);
}
/** The surveys that are carried and only partly here. */
export async function partlyHere(): Promise<readonly Coming[]> {
  const tx = (await db()).transaction('meta');
  const carried = ((await tx.store.get(ALONG)) as readonly string[] | undefined) ?? [];
  const each = await Promise.all(
    carried.map(async (survey) => {
      const [of, at] = await Promise.all([tx.store.get(`size ${survey}`), tx.store.get(cursorKey(survey))]);
      return { survey, here: placeOf(at), of: Number(of ?? 0) };
    }),
  );
  return each.filter((c) => c.here < c.of);
}
/** How far a survey is here: so many of its records. */
export interface Coming {
  readonly survey: string;
  readonly here: number;
  readonly of: number;
}
/** How far a cursor went in its scope. */
export const placeOf = (cursor: unknown): number => (typeof cursor === 'string' ? Number(cursor.split('.')[1] ?? 0) : 0);
/** The record a cursor stopped at; null at the beginning, and of a cursor of before. */
export const recordOf = (cursor: string | null): string | null => cursor?.split('.')[2] ?? null;

/** Whether all this device carries was ever taken in to its end: before that, half a survey may be here. */
export async function isWhole(): Promise<boolean> {
  return (await (await db()).get('meta', 'whole')) === 1;
}
/** @param carried what was taken in; whatever was chosen meanwhile is not here yet */
export async function markWhole(carried: readonly string[]): Promise<void> {
  const tx = (await db()).transaction('meta', 'readwrite');
  const now = (await tx.store.get(ALONG)) as readonly string[] | undefined;
  if ((now ?? []).every((s) => carried.includes(s))) tx.store.put(1, 'whole');
  await tx.done;
}

export async function unsent(): Promise<Unsent[]> {
  return (await db()).getAll('outbox');
}

export async function recordsById(ids: readonly string[]): Promise<AnyRecord[]> {
  const tx = (await db()).transaction('packs');
  const keys = (await Promise.all(ids.map((id) => tx.store.index('id').getKey(id)))).flatMap((key) => (key ? [key] : []));
  // several of them may lie in one entry
  const entries = new Map(keys.map((key) => [key.join(), key]));
  const packs = await Promise.all([...entries.values()].map((key) => tx.store.get(key)));
  const found = new Map(packs.flatMap((pack) => pack?.records ?? []).map((r) => [r.id, r]));
  return ids.flatMap((id) => found.get(id) ?? []);
}

/**
 * Puts a corrected record in the place of one the server refused, to be sent again. Only this device has it; what it said
 * before is put by, never thrown away.
 */
export async function correctLocally(record: AnyRecord): Promise<void> {
  const tx = (await db()).transaction([...WRITTEN, 'outbox'], 'readwrite', { durability: 'strict' });
  const [packs, meta] = [tx.objectStore('packs'), tx.objectStore('meta')];
  const key = await packs.index('id').getKey(record.id);
  if (key) {
    const putBy = ((await meta.get('corrected')) ?? []) as readonly AnyRecord[];
    meta.put([...putBy, ...(await takeOut(packs, key, new Set([record.id])))], 'corrected');
  }
  await put(tx, [record]);
  await noteDecided(tx);
  tx.objectStore('outbox').put({ id: record.id });
  await tx.done;
}

/** Changes entries of the outbox: to be sent again, or set aside. */
export async function putUnsent(entries: readonly Unsent[]): Promise<void> {
  const tx = (await db()).transaction([...WRITTEN, 'outbox'], 'readwrite', { durability: 'strict' });
  for (const entry of entries) tx.objectStore('outbox').put(entry);
  await noteDecided(tx);
  await tx.done;
}
