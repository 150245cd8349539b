import { PRESETS, Stream } from '@arbolito/core';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import { makeRecord } from '../book/make-records';
import { moveTree } from '../book/move';
import { thingOf } from '../book/test-thing';
import type { AnyRecord } from '../contract/envelope';
import { countScopes } from '../server/scope-repository';
import { surveys } from '../server/sync-service';
import { pullAll, testDatabase } from '../server/test-database';
import { type Cut, device as testDevice } from './test-devices';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

const maker = (device: string) => ({ device, person: null, now: new Date(), newId: v7 });

async function device(name: string) {
  const made = await testDevice(name, () => t.db);
  return {
    ...made,
    synchronise: (cut: Cut) => made.sync(cut),
    make: (kind: string, body: object, previous?: AnyRecord) =>
      makeRecord(maker(name), kind as 'tree', body as never, previous && (thingOf(previous) as never)) as AnyRecord,
  };
}
type Device = Awaited<ReturnType<typeof device>>;

describe('several devices with a server', () => {
  it.each([1, 2, 3])('end with the same book whatever is carried, left, corrected, struck out and cut off (seed %i)', async (seed) => {
    const s = new Stream(seed);
    const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(s.uniform() * list.length)];
    const devices: Device[] = [await device('one'), await device('two'), await device('three')];
    const made: AnyRecord[] = [];
    const cut = () => (s.uniform() < 0.25 ? ('before' as const) : s.uniform() < 0.2 ? ('after' as const) : null);
    const keep = async (d: Device, record: AnyRecord) => {
      made.push(record);
      await d.keepLocally([record]);
    };
    const options = PRESETS['forest-metric'].options;
    const protocol = (devices[0] as Device).make('protocol', { name: 'x', preset: 'forest-metric', options });
    await keep(devices[0] as Device, protocol);
    for (let step = 0; step < 240; step++) {
      const d = pick(devices) as Device;
      const here = await d.loadAll();
      const of = (kind: string) => here.filter((r) => r.kind === kind);
      const carried = await d.along();
      const does = s.uniform();
      if (does < 0.08 && of('protocol').length > 0)
        await keep(d, d.make('survey', { name: `S${step}`, kind: 'every-tree', protocol: protocol.id, place: null }));
      else if (does < 0.4) {
        const survey = pick(of('survey'));
        if (survey) await keep(d, d.make('tree', { survey: survey.entity, plot: null, tag: `${step}`, species: null }));
      } else if (does < 0.5) {
        const tree = pick(of('tree'));
        if (tree) await keep(d, d.make('tree', { ...tree.body, tag: `${step}b` }, tree));
      } else if (does < 0.56) {
        const record = pick(here.filter((r) => r.kind === 'tree' || r.kind === 'strike-out'));
        if (record) await keep(d, d.make('retraction', { record: record.id, reason: null }));
      } else if (does < 0.62) {
        const thing = pick(here.filter((r) => r.kind === 'tree' || r.kind === 'survey'));
        if (thing) await keep(d, d.make('strike-out', { entity: thing.entity, reason: 'a try' }));
      } else if (does < 0.66) {
        const book = new Book(here);
        const [tree, to] = [pick(of('tree')), pick(of('survey'))];
        const moved = tree && to && moveTree(book, tree.entity, to.entity, maker('mover'));
        if (moved) {
          made.push(...moved.records);
          await d.keepLocally(moved.records);
        }
      } else if (does < 0.72) {
        const any = pick(made.filter((r) => r.kind === 'survey'));
        if (any) await d.takeAlong(any.entity);
      } else if (does < 0.78) {
        const one = pick(carried);
        const unsentBefore = new Set((await d.unsent()).map((u) => u.id));
        if (one) {
          const notSent = await d.leaveBehind(one);
          // nothing unsent is ever left, and what is left is gone whole
          const after = new Set((await d.loadAll()).map((r) => r.id));
          expect([...unsentBefore].every((id) => after.has(id))).toBe(true);
          expect((await d.along()).includes(one)).toBe(notSent > 0);
          if (notSent === 0) expect(after.has(one)).toBe(false);
        }
      } else await d.synchronise(cut).catch(() => {});
    }
    const whole: Cut = () => null;
    for (const d of devices) for (const r of made) if (r.kind === 'survey') await d.takeAlong(r.entity);
    // once to send, once to take in what the others sent
    for (let round = 0; round < 3; round++) for (const d of devices) await d.synchronise(whole);
    // a tree that two devices moved has the same copies
    const ids = [...new Set(made.map((r) => r.id))].sort();
    expect(ids.length).toBeGreaterThan(30);
    const stored = (await pullAll(t.db)).filter((r) => ids.includes(r.id));
    expect(stored.map((r) => r.id).sort()).toEqual(ids);
    for (const d of devices) {
      expect(await d.unsent()).toEqual([]);
      const here = (await d.loadAll()).filter((r) => ids.includes(r.id));
      expect(here.map((r) => r.id).sort()).toEqual(ids);
    }
    const counted = (await surveys(t.db, null, 1000)).surveys;
    await countScopes(t.db);
    expect((await surveys(t.db, null, 1000)).surveys).toEqual(counted);
  });

  it('leave a survey with unsent records where it is, and say how many', async () => {
    const d = await device('four');
    const ask: Cut = () => null;
    const protocol = d.make('protocol', { name: 'x', preset: 'street', options: PRESETS.street.options });
    const survey = d.make('survey', { name: 'Elm row', kind: 'street', protocol: protocol.id, place: null });
    await d.keepLocally([protocol, survey]);
    expect(await d.along()).toEqual([survey.id]);
    await d.synchronise(ask);
    await d.keepLocally([d.make('tree', { survey: survey.id, plot: null, tag: '1', species: null })]);
    expect(await d.leaveBehind(survey.id)).toBe(1);
    expect((await d.loadAll()).length).toBeGreaterThan(2);
    await d.synchronise(ask);
    expect(await d.leaveBehind(survey.id)).toBe(0);
    const left = await d.loadAll();
    expect(left.some((r) => r.kind === 'survey' || r.kind === 'tree')).toBe(false);
    expect(left.map((r) => r.id)).toContain(protocol.id);
    // and back again
    await d.takeAlong(survey.id);
    expect(await d.isWhole()).toBe(false);
    await d.synchronise(ask);
    expect(await d.isWhole()).toBe(true);
    expect((await d.loadAll()).filter((r) => r.kind === 'tree')).toHaveLength(1);
  });
});
