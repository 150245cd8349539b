import { PRESETS, Stream } from '@arbolito/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import { rowsOf } from '../book/rows-of';
import { standRow } from '../book/stand-row';
import type { AnyRecord, BodyOf } from '../contract/envelope';
import { KIND_NAMES, type Kind } from '../contract/kinds/index';
import { BODIES } from '../contract/records/index';
import { validate } from '../contract/validate';
import { deriveHere } from '../server/results/test-derive';
import { standRowsIn } from '../server/results/tree-rows';
import { surveys } from '../server/sync-service';
import { pullAll, testDatabase } from '../server/test-database';
import { device, type TestDevice } from './test-devices';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

const nowhere = { azimuth: null, distance: null, longitude: null, latitude: null } as const;
const noSize = { radius: null, width: null, length: null, basalAreaFactor: null } as const;

/** What a person may change of a thing, each by itself allowed. */
const CHANGES: { readonly [K in Kind]?: readonly ((n: number) => Partial<BodyOf<K>>)[] } = {
  person: [(n) => ({ name: `P${n % 3}` }), (n) => ({ reach: 0.6 + (n % 3) / 100 }), (n) => ({ eyeHeight: 1.5 + (n % 3) / 10 })],
  species: [
    (n) => ({ name: `S${n % 3}` }),
    (n) => ({ figures: { formFactor: 0.4 + (n % 3) / 100 } }),
    () => ({ figures: { crown: 'broad' } }),
  ],
  protocol: [
    (n) => ({ name: `Q${n % 3}` }),
    (n) => ({ options: { ...PRESETS['forest-metric'].options, breastHeight: 1.3 + (n % 3) / 100 } as never }),
    (n) => ({ options: { ...PRESETS['forest-metric'].options, determinations: 1 + (n % 3) } as never }),
  ],
  survey: [
    (n) => ({ name: `Y${n % 3}` }),
    (n) => ({ place: n % 2 ? 'Puerto Lenga' : null }),
    () => ({ kind: 'points', design: { rule: { kind: 'point', factor: 2, units: 'metric' }, north: 'true' } as never }),
    (n) => ({ kind: 'fixed-plots', design: { rule: { kind: 'circle', radius: 8 + (n % 3) }, north: 'true' } as never }),
    () => ({ kind: 'every-tree', design: null }),
  ],
  stratum: [(n) => ({ name: `T${n % 3}` }), (n) => ({ area: 1000 * (1 + (n % 3)) }), (n) => ({ grossArea: 9000 + (n % 3) })],
  plot: [
    (n) => ({ name: `${n % 4}` }),
    (n) => ({ slope: n % 30 }),
    (n) => ({ aspect: n % 300 }),
    (n) => ({ state: n % 2 ? 'finished' : 'measured' }),
    (n) => ({ ...noSize, radius: 5 + (n % 3) }),
    (n) => ({ ...noSize, width: 10, length: 20 + (n % 3), axis: 10 }),
    () => ({ ...noSize, basalAreaFactor: 2 }),
    (n) => ({ longitude: n % 90, latitude: 40 }),
    (n) => ({ longitude: n % 90, latitude: 41, placeError: 3 }),
    () => ({ longitude: null, latitude: null, placeError: null }),
    (n) => ({ minutes: n % 40 }),
    (n) => ({ note: `n${n % 3}` }),
  ],
  tree: [
    (n) => ({ tag: `${n % 5}` }),
    (n) => ({ ...nowhere, place: null, azimuth: n % 300, distance: 4, called: null }),
    (n) => ({ ...nowhere, place: { value: 3 + (n % 3), unit: 'm', along: 'level', to: 'bark', by: 'tape' } as never, called: null }),
    (n) => ({
      ...nowhere,
      place: null,
      called: { count: 2 + (n % 3), diameter: { kind: 'exact', value: 30, unit: 'cm', tool: 'estimate' } } as never,
    }),
    (n) => ({ own: { bark: `b${n % 3}` } as never }),
    (n) => ({ own: { moss: n % 3 } as never }),
    (n) => ({ status: n % 2 ? 'dead-standing' : 'alive' }),
    (n) => ({ note: `n${n % 3}` }),
  ],
};
const CHANGED = Object.keys(CHANGES) as Kind[];

/** All that a book shows of its things: what is in force, in conflict, struck out, or asks a question. */
function shown(book: Book) {
  return KIND_NAMES.flatMap((kind) =>
    book.kind(kind).map((e) => ({
      kind,
      entity: e.entity,
      body: e.body,
      heads: e.heads.map((h) => h.id),
      conflicts: e.conflicts.map((c) => [c.fields, c.sides.map((s) => [s.by.id, s.values])]),
      asks: book.openStrikeOuts(e.entity).map((s) => s.id),
    })),
  );
}

describe('two or more people who change anything at the same time', () => {
  it.each([1, 2, 3, 4, 5, 6])('see the same in the end, on every device and the server, with nothing hidden (seed %i)', async (seed) => {
    const s = new Stream(seed);
    const n = (below: number) => Math.floor(s.uniform() * below);
    const devices = [await device(`a${seed}`, () => t.db), await device(`b${seed}`, () => t.db), await device(`c${seed}`, () => t.db)];
    const [a] = devices as [TestDevice];
    // clocks years apart
    for (const [i, d] of devices.entries()) d.setClock((i - 1) * 3 * 365 * 86_400_000);
    const protocol = a.make('protocol', { name: 'Q', preset: null, options: PRESETS['forest-metric'].options as never });
    const survey = a.make('survey', { name: `Y${seed}`, kind: 'every-tree', protocol: protocol.id, place: null });
    const species = a.make('species', { code: `x${seed}`, name: 'S', latin: null, figures: {} });
    const stratum = a.make('stratum', { survey: survey.id, name: 'T', area: null, outline: null });
    const plots = [1, 2].map((i) =>
      a.make('plot', {
        survey: survey.id,
        stratum: stratum.id,
        name: `${i}`,
        longitude: null,
        latitude: null,
        slope: null,
        aspect: null,
        ...noSize,
      }),
    );
    const treeOn = (d: TestDevice, plot: string, tag: string) =>
      d.make('tree', { survey: survey.id, plot, tag, species: species.id, ...nowhere, note: null });
    const trees = plots.flatMap((p) => [1, 2].map((i) => treeOn(a, p.id, `${i}`)));
    await a.keep(a.make('person', { name: 'P', eyeHeight: null, reach: null }), protocol, survey, species, stratum, ...plots, ...trees);
    await a.sync();
    for (const d of devices) await d.takeAlong(survey.id);
    for (const d of devices) await d.sync();

    for (let step = 0; step < 120; step++) {
      const d = devices[n(3)] as TestDevice;
      const book = await d.book();
      const does = s.uniform();
      if (does < 0.55) {
        const kind = CHANGED[n(CHANGED.length)] as Kind;
        const things = book.all(kind);
        const thing = things[n(things.length)];
        const change = CHANGES[kind]?.[n(CHANGES[kind]?.length ?? 0)] as ((k: number) => object) | undefined;
        if (thing && change) await d.change(kind, thing.entity, change(n(1000)) as never);
      } else if (does < 0.63) {
        const all = (await d.loadAll()).filter((r) => r.kind !== 'retraction' || s.uniform() < 0.5);
        const record = all[n(all.length)];
        if (record && record.kind !== 'survey' && record.kind !== 'protocol') await d.retract(record.id);
      } else if (does < 0.7) {
        const kind = (['tree', 'plot', 'stratum', 'species'] as const)[n(4)] as Kind;
        const thing = book.all(kind)[n(book.all(kind).length)];
        const parts = book.treesOf(survey.id).flatMap((x) => (x.body.plot === thing?.entity ? [x.entity] : []));
        if (thing) await d.strikeOut(thing.entity, kind === 'plot' ? parts : []);
      } else if (does < 0.78) {
        const plot = book.all('plot')[n(book.all('plot').length)];
        if (plot) await d.keep(treeOn(d, plot.entity, `${step}`));
        const [tree] = book.treesOf(survey.id);
        if (tree) await d.keep(d.make('stem', { tree: tree.entity, number: 1 + n(3) }));
      } else await d.sync(() => (s.uniform() < 0.1 ? 'before' : s.uniform() < 0.1 ? 'after' : null)).catch(() => {});
    }
    for (let round = 0; round < 3; round++) for (const d of devices) await d.sync();
    for (const d of devices) expect(await d.unsent()).toEqual([]);

    const server = new Book(await pullAll(t.db));
    const own = (book: Book) => shown(book).filter((e) => mine.has(e.entity));
    const mine = new Set((await a.loadAll()).map((r) => r.entity));
    const there = own(server);
    for (const d of devices) expect(own(await d.book())).toEqual(there);
    // in whatever order records come
    const shuffled = (await a.loadAll()).map((r) => [s.uniform(), r] as const).sort(([x], [y]) => x - y);
    expect(own(new Book(shuffled.map(([, r]) => r as AnyRecord)))).toEqual(there);

    // every merge is what its kind allows
    for (const e of there)
      if (e.body) expect([e.kind, validate(BODIES[e.kind] as new () => object, e.body)]).toMatchObject([e.kind, { ok: true }]);
    // the list of surveys says what the book does
    const line = (await surveys(t.db, null, 1000)).surveys.find((l) => l.id === survey.id);
    const there1 = server.find('survey', survey.id);
    expect(line).toMatchObject({
      name: there1?.body.name ?? null,
      place: there1?.body.place ?? null,
      trees: server.treesOf(survey.id).length,
    });
    // and so do results
    await deriveHere(t.db, survey.id);
    const under = server.protocolOf(there1);
    if (under) expect(await standRowsIn(t.db, survey.id)).toEqual(rowsOf(server, survey.id, under.options).map(standRow));
  });
});
