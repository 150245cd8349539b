import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { v7 } from 'uuid';
import { vi } from 'vitest';
import { Book } from '../book/book';
import { makeRecord, strikeOutOf } from '../book/make-records';
import type { AnyRecord, BodyOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { PullQuery, SurveysQuery } from '../contract/sync';
import { validate } from '../contract/validate';
import type { Db } from '../server/db';
import { HttpProblem } from '../server/http';
import { pull, push, surveys } from '../server/sync-service';

/** How a request breaks off: before the server heard it, or after it did its work; null where it does not. */
export type Cut = () => 'before' | 'after' | null;
const WHOLE: Cut = () => null;

/** A device: modules and a store of its own, and the real service without a network between. @param server the database it speaks to now */
export async function device(name: string, server: () => Db) {
  vi.resetModules();
  vi.stubGlobal('indexedDB', new IDBFactory());
  const store = await import('./store');
  const { synchronise, Answered } = await import('./synchronise');
  await store.along();
  const fit = <T>(checked: { ok: true; value: T } | { ok: false; errors: unknown }): T => {
    if (!checked.ok) throw new Error(JSON.stringify(checked.errors));
    return checked.value;
  };
  const answer = async (path: string, body: unknown) => {
    const { pathname, searchParams } = new URL(path, 'http://x');
    const asked = { ...Object.fromEntries(searchParams), limit: 100 };
    if (body) return push(server(), (body as { records: unknown[] }).records);
    if (pathname.endsWith('/surveys')) {
      const { after, limit, holding } = fit(validate(SurveysQuery, asked));
      return surveys(server(), after ?? null, limit, holding ?? null);
    }
    const { scope, after, acknowledged, limit } = fit(validate(PullQuery, asked));
    return pull(server(), scope, after ?? null, limit, acknowledged ?? null);
  };
  const ask = (cut: Cut) => async (path: string, body?: unknown) => {
    const broken = cut();
    if (broken === 'before') throw new Error('no network');
    try {
      const answered = await answer(path, body);
      if (broken === 'after') throw new Error('the answer was lost');
      return answered;
    } catch (e) {
      throw e instanceof HttpProblem && e.code === 'other-book' ? new Answered(409) : e;
    }
  };
  let ahead = 0;
  const maker = () => ({ device: name, person: null, now: new Date(Date.now() + ahead), newId: v7 });
  const book = async () => new Book(await store.loadAll());
  const keep = async (...records: readonly AnyRecord[]) => {
    await store.keepLocally(records);
    return records;
  };
  return {
    ...store,
    name,
    maker,
    book,
    keep,
    /** Its clock goes so much ahead from now on. @param ms milliseconds; below 0 it goes behind */
    setClock: (ms: number) => {
      ahead = ms;
    },
    sync: (cut: Cut = WHOLE) => synchronise(ask(cut)),
    /** A new thing, not kept yet. */
    make: <K extends Kind>(kind: K, body: BodyOf<K>) => makeRecord(maker(), kind, body) as AnyRecord,
    /** Keeps a version of a thing as this device has it, with some fields changed. */
    async change<K extends Kind>(kind: K, entity: string, change: Partial<BodyOf<K>>) {
      const thing = (await book()).find(kind, entity);
      if (!thing) throw new Error(`${name} has no ${kind} ${entity}`);
      return keep(makeRecord(maker(), kind, { ...(thing.body as BodyOf<K>), ...change }, thing) as AnyRecord);
    },
    async strikeOut(entity: string, parts: readonly string[] = []) {
      return keep(strikeOutOf(maker(), await book(), entity, 'not ours', parts) as AnyRecord);
    },
    retract: (record: string) => keep(makeRecord(maker(), 'retraction', { record, reason: null }) as AnyRecord),
  };
}
export type TestDevice = Awaited<ReturnType<typeof device>>;
