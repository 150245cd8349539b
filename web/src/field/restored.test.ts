import { PRESETS } from '@arbolito/core';
import { afterEach, describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { push } from '../server/sync-service';
import { pullAll, testDatabase } from '../server/test-database';
import { device, type TestDevice } from './test-devices';

type Server = Awaited<ReturnType<typeof testDatabase>>;
const servers: Server[] = [];
async function newServer(): Promise<Server> {
  const made = await testDatabase();
  servers.push(made);
  return made;
}
afterEach(async () => {
  await Promise.all(servers.splice(0).map((s) => s.drop()));
});
const bookOf = async (s: Server) => (await s.owner.query('select id from book')).rows[0].id as string;

/** The server as it was when it had some of its records, in the order in which it had stored them; with the book's id or a new one. */
async function restored(from: Server, earlier: readonly AnyRecord[], sameId: boolean): Promise<Server> {
  const made = await newServer();
  const plain = earlier.map((r) => {
    const { seq: _, scope: __, ...record } = r as AnyRecord & { seq: number; scope: string };
    return record;
  });
  for (let i = 0; i < plain.length; i += 500) await push(made.db, plain.slice(i, i + 500));
  if (sameId) await made.owner.query('update book set id = $1', [await bookOf(from)]);
  return made;
}

const ids = (records: readonly AnyRecord[]) => records.map((r) => r.id).sort();
const protocolBody = { name: 'x', preset: 'street', options: PRESETS.street.options as never } as const;
const tree = (survey: string, tag: number) =>
  ({
    survey,
    plot: null,
    tag: String(tag),
    species: null,
    azimuth: null,
    distance: null,
    longitude: null,
    latitude: null,
    note: null,
  }) as const;

/** A book that two devices share, and how it stood before the last half of it came. */
async function shared() {
  let server = await newServer();
  const [a, b] = [await device('a', () => server.db), await device('b', () => server.db)];
  const protocol = a.make('protocol', protocolBody);
  const survey = a.make('survey', { name: 'Elm row', kind: 'street', protocol: protocol.id, place: null });
  await a.keep(protocol, survey, ...Array.from({ length: 40 }, (_, i) => a.make('tree', tree(survey.id, i))));
  await a.sync();
  await b.takeAlong(survey.id);
  await b.sync();
  const before = await pullAll(server.db);
  await a.keep(...Array.from({ length: 20 }, (_, i) => a.make('tree', tree(survey.id, 100 + i))));
  await b.keep(
    b.make('person', { name: 'Ada', eyeHeight: null, reach: null }),
    ...Array.from({ length: 20 }, (_, i) => b.make('tree', tree(survey.id, 200 + i))),
  );
  for (const d of [a, b, a, b]) await d.sync();
  const all = await pullAll(server.db);
  expect(all.length).toBe(before.length + 41);
  return {
    survey: survey.id,
    before,
    all,
    devices: [a, b] as readonly TestDevice[],
    server: () => server,
    now: (next: Server) => {
      server = next;
    },
    protocol: protocol.id,
  };
}

describe('a server that was restored', () => {
  it.each([
    ['to an earlier day, and everything was the same since', true, false],
    ['to an earlier day, and others went on from there', true, true],
    ['to an earlier day, with a new book id', false, true],
    ['to an earlier day, with a new book id, and everything was the same since', false, false],
  ])('%s: devices send again what it lacks', async (_, sameId, goOn) => {
    const w = await shared();
    const back = await restored(w.server(), w.before, sameId);
    w.now(back);
    const added: AnyRecord[] = [];
    if (goOn) {
      // as many as were lost, so that places alone tell nothing
      const c = await device('c', () => back.db);
      await c.takeAlong(w.survey);
      await c.sync();
      added.push(
        c.make('person', { name: 'Cy', eyeHeight: null, reach: null }),
        ...Array.from({ length: 40 }, (_, i) => c.make('tree', tree(w.survey, 300 + i))),
      );
      await c.keep(...added);
      await c.sync();
    }
    for (const d of [...w.devices, ...w.devices]) await d.sync();
    const whole = ids([...w.all, ...added]);
    expect(ids(await pullAll(back.db))).toEqual(whole);
    for (const d of w.devices) {
      expect(await d.unsent()).toEqual([]);
      expect(ids(await d.loadAll())).toEqual(whole);
    }
  });

  it('to empty gets everything again, whatever of it any device has', async () => {
    const w = await shared();
    const empty = await newServer();
    w.now(empty);
    for (const d of [...w.devices, ...w.devices]) await d.sync();
    expect(ids(await pullAll(empty.db))).toEqual(ids(w.all));
    for (const d of w.devices) expect(await d.unsent()).toEqual([]);
  });

  it('is found out by what it said it had stored, before anything was taken in again', async () => {
    const w = await shared();
    const [a] = w.devices as [TestDevice];
    // sent and acknowledged; the exchange breaks off before anything is taken in
    const late = a.make('tree', tree(w.survey, 999));
    await a.keep(late);
    const full = w.server();
    let n = 0;
    await a.sync(() => (++n === 2 ? 'before' : null)).catch(() => {});
    expect(await a.unsent()).toEqual([]);
    const after = await pullAll(full.db);
    const back = await restored(
      full,
      after.filter((r) => r.id !== late.id),
      true,
    );
    w.now(back);
    await a.sync();
    expect(ids(await pullAll(back.db))).toContain(late.id);
  });

  it('while devices push and requests break off loses nothing', async () => {
    const w = await shared();
    const back = await restored(w.server(), w.before, true);
    const [a, b] = w.devices as [TestDevice, TestDevice];
    const made: AnyRecord[] = [];
    for (let round = 0; round < 6; round++) {
      const fresh = [a.make('tree', tree(w.survey, 400 + round)), b.make('tree', tree(w.survey, 500 + round))] as const;
      made.push(...fresh);
      await a.keep(fresh[0]);
      await b.keep(fresh[1]);
      if (round === 2) w.now(back);
      // each request at another place breaks off
      let n = 0;
      for (const d of w.devices) await d.sync(() => (++n % 7 === round + 1 ? (round % 2 ? 'before' : 'after') : null)).catch(() => {});
    }
    for (const d of [...w.devices, ...w.devices]) await d.sync();
    const whole = ids([...w.all, ...made]);
    expect(ids(await pullAll(back.db))).toEqual(whole);
    for (const d of w.devices) {
      expect(await d.unsent()).toEqual([]);
      expect(ids(await d.loadAll())).toEqual(whole);
    }
  });

  it('begins again where the comparison itself was interrupted', async () => {
    const w = await shared();
    const back = await restored(w.server(), w.before, true);
    w.now(back);
    const [, b] = w.devices as [TestDevice, TestDevice];
    for (let at = 1; at < 12; at++) {
      let n = 0;
      await b.sync(() => (++n === at ? 'before' : null)).catch(() => {});
    }
    await b.sync();
    const own = ids(await b.loadAll());
    expect(ids(await pullAll(back.db))).toEqual(own);
    expect(own).toEqual(ids(w.all));
  });

  it('is no news to a page of before, which says no record with its place', async () => {
    const w = await shared();
    const { pull } = await import('../server/sync-service');
    const book = await bookOf(w.server());
    const page = await pull(w.server().db, w.survey, `${book}.5`, 10);
    expect(page.records[0]?.seq).toBe(6);
    await expect(pull(w.server().db, w.survey, `${book}.5.${w.protocol}`, 10)).rejects.toMatchObject({ code: 'other-book' });
    await expect(pull(w.server().db, w.survey, null, 10, `5.${w.protocol}`)).rejects.toMatchObject({ code: 'other-book' });
    await expect(pull(w.server().db, w.survey, `${book}.999`, 10)).rejects.toMatchObject({ code: 'other-book' });
  });
});
