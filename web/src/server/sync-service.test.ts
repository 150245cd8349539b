import { demoRecords } from '@arbolito/demo';
import fc from 'fast-check';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { sentRecord } from '../contract/test-record';
import { recordHash } from './record-hash';
import { bookId, lastOf, surveyLines } from './scope-repository';
import { pull, push } from './sync-service';
import { pullAll, testDatabase } from './test-database';

type Plain = Record<string, unknown>;
let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

const envelope = (kind: string, body: Plain, more: Plain = {}) => sentRecord(kind, body, more) as unknown as Plain;
const statuses = async (records: readonly unknown[]) => (await push(t.db, records)).answers.map((a) => a.status);
const count = async () => Number((await t.pool.query('select count(*) from record')).rows[0].count);
const person = (name: string, more: Plain = {}) => envelope('person', { name, eyeHeight: 1.6, reach: null }, more);

let groves = 0;
/** A tree with a reading, and all they hang on; other ids each time. */
async function grove() {
  const { records } = demoRecords(++groves);
  const reading = records.find((r) => r.kind === 'reading');
  if (!reading) throw new Error('the demo has readings');
  const need = new Set([reading.id]);
  for (const r of [...records].reverse()) {
    if (!need.has(r.id)) continue;
    for (const v of [...Object.values(r.body), r.person]) if (typeof v === 'string' && records.some((x) => x.id === v)) need.add(v);
  }
  return records.filter((r) => need.has(r.id));
}

describe('pushing records', () => {
  it('stores the whole demo, and knows it again', async () => {
    const { records } = demoRecords();
    for (let i = 0; i < records.length; i += 1000) expect(new Set(await statuses(records.slice(i, i + 1000)))).toEqual(new Set(['stored']));
    const before = await count();
    expect(before).toBe(records.length);
    expect(new Set(await statuses(records.slice(0, 1000)))).toEqual(new Set(['known']));
    expect(await count()).toBe(before);
    const treesOf = (name: string) => {
      const survey = records.find((r) => r.kind === 'survey' && r.body.name === name)?.id;
      return records.filter((r) => r.kind === 'tree' && r.body.survey === survey).length;
    };
    expect((await surveyLines(t.db, null, 100)).map(({ name, trees }) => ({ name, trees }))).toEqual([
      expect.objectContaining({ name: 'Puerto Lenga', trees: 220 }),
      expect.objectContaining({ name: 'Araucarias of Cerro Tildemar', trees: 12 }),
      expect.objectContaining({ name: 'Tansy Creek tract', trees: treesOf('Tansy Creek tract') }),
      expect.objectContaining({ name: 'Monte Umbrío', trees: treesOf('Monte Umbrío') }),
    ]);
  });

  it('gives the same book in any order and however often', async () => {
    const records = await grove();
    await fc.assert(
      fc.asyncProperty(fc.shuffledSubarray(records, { minLength: 1 }), async (some) => {
        const answers = await statuses(some);
        expect(answers.every((s) => s === 'stored' || s === 'known' || s === 'waiting')).toBe(true);
      }),
      { numRuns: 12 },
    );
    expect((await statuses(records)).every((s) => s === 'stored' || s === 'known')).toBe(true);
    expect(await statuses([...records].reverse())).toEqual(records.map(() => 'known'));
  });

  it('keeps body measures and what is said of a trunk word for word, and refuses what can not be', async () => {
    const who = person('N');
    const mark = envelope('body-measure', {
      person: who.id,
      what: 'breast-height-mark',
      value: 1.3,
      footwear: 'snowshoes',
      where: 'belt',
      on: '2026-02-01',
    });
    expect(await statuses([mark, who])).toEqual(['stored', 'stored']);
    expect((await pullAll(t.db)).find((r) => r.id === mark.id)?.body).toEqual(mark.body);
    const measure = (change: Plain) => envelope('body-measure', { ...(mark.body as Plain), ...change });
    expect(await statuses([measure({ value: 9 }), measure({ on: 'today' }), measure({ what: 'hat' }), measure({ person: v7() })])).toEqual([
      'refused',
      'refused',
      'refused',
      'waiting',
    ]);
    const records = await grove();
    const reading = records.at(-1) as unknown as { body: Plain };
    const trunk = {
      kind: 'trunk',
      trunk: { slope: 12, swellings: [{ from: 1.1, to: 1.6 }], from: { reference: 'uphill', along: 'axis' } },
    };
    const said = envelope('reading', { ...reading.body, read: trunk });
    const upside = envelope('reading', { ...reading.body, read: { ...trunk, trunk: { swellings: [{ from: 1.6, to: 1.1 }] } } });
    const answers = (await push(t.db, [...records, said, upside])).answers;
    expect(answers.at(-2)?.status).toBe('stored');
    expect(answers.at(-1)).toMatchObject({
      status: 'refused',
      errors: [{ field: expect.stringContaining('read.trunk'), allowed: expect.stringContaining('above 1.6 m') }],
    });
  });

  it('lets a reading wait for its tree', async () => {
    const records = await grove();
    const reading = records.at(-1);
    const [answer] = (await push(t.db, [reading])).answers;
    expect(answer).toMatchObject({ status: 'waiting' });
    expect(answer?.errors.map((e) => e.field)).toContain('body.stem');
    expect((await statuses(records)).at(-1)).toBe('stored');
  });

  it('refuses the same id with other content, and keeps the first', async () => {
    const first = person('Ada');
    expect(await statuses([first])).toEqual(['stored']);
    const { answers } = await push(t.db, [{ ...first, body: { ...(first.body as Plain), name: 'Eve' } }]);
    expect(answers[0]).toMatchObject({ status: 'refused', errors: [{ field: 'id' }] });
    const { rows } = await t.pool.query('select name from person where id = $1', [first.id]);
    expect(rows).toEqual([{ name: 'Ada' }]);
    // one batch may hold both: the first wins, the other is refused
    const twin = person('Ana');
    expect(await statuses([twin, twin, { ...twin, device: 'another' }])).toEqual(['stored', 'known', 'refused']);
  });

  it('takes field order and null as the same content', async () => {
    const one = person('Kim');
    expect(await statuses([one])).toEqual(['stored']);
    const { reach: _, ...body } = one.body as Plain;
    expect(
      await statuses([{ ...Object.fromEntries(Object.entries(one).reverse()), body: Object.fromEntries(Object.entries(body).reverse()) }]),
    ).toEqual(['known']);
  });

  it.each([
    ['an unknown kind', (r: Plain) => ({ ...r, kind: 'dragon' }), 'records[0].kind'],
    ['an id that is none', (r: Plain) => ({ ...r, id: 'x', entity: 'x' }), 'records[0].id'],
    ['an id of another version', (r: Plain) => ({ ...r, id: '6f0b2b52-5b1f-4b0e-9d3f-0a4b8a1f1c11' }), 'records[0].id'],
    ['an unknown field', (r: Plain) => ({ ...r, extra: 1 }), 'records[0].extra'],
    ['an unknown field of the body', (r: Plain) => ({ ...r, body: { ...(r.body as Plain), hat: 'x' } }), 'records[0].body.hat'],
    ['a wrong type', (r: Plain) => ({ ...r, body: { ...(r.body as Plain), eyeHeight: 'tall' } }), 'records[0].body.eyeHeight'],
    ['an eye too high', (r: Plain) => ({ ...r, body: { ...(r.body as Plain), eyeHeight: 16 } }), 'records[0].body.eyeHeight'],
    ['an empty name', (r: Plain) => ({ ...r, body: { ...(r.body as Plain), name: '' } }), 'records[0].body.name'],
    ['a newer schema', (r: Plain) => ({ ...r, schema: 2 }), 'records[0].schema'],
    ['an entity that is not its own', (r: Plain) => ({ ...r, entity: v7() }), 'records[0].entity'],
    ['a time that is none', (r: Plain) => ({ ...r, at: 'yesterday' }), 'records[0].at'],
    ['no body', ({ body: _, ...r }: Plain) => r, 'records[0].body'],
    ['no object', () => 7, 'records[0]'],
  ])('refuses %s by its field and changes nothing', async (_, spoil, field) => {
    const before = await count();
    const { answers } = await push(t.db, [spoil(person('Bo')), person('Cy')]);
    expect(answers.map((a) => a.status)).toEqual(['refused', 'stored']);
    expect(answers[0]?.errors.map((e) => e.field)).toContain(field);
    expect(answers[0]?.errors.every((e) => e.allowed.length > 3)).toBe(true);
    expect(await count()).toBe(before + 1);
  });

  it('refuses a parent of another kind and a version of another thing', async () => {
    const [ada, ben] = [person('Ada'), person('Ben')];
    expect(await statuses([ada, ben])).toEqual(['stored', 'stored']);
    const survey = envelope('survey', { name: 'x', kind: 'every-tree', protocol: ada.id, place: null });
    expect((await push(t.db, [survey])).answers[0]).toMatchObject({
      status: 'refused',
      errors: [{ field: 'body.protocol', allowed: expect.stringContaining('person') }],
    });
    // a thing is named by itself, not by a later version of it
    const renamed = person('Ada B.', { entity: ada.id, supersedes: ada.id });
    expect(await statuses([renamed])).toEqual(['stored']);
    const measure = { what: 'reach', value: 0.6, footwear: null, where: null, on: '2026-05-01' };
    expect((await push(t.db, [envelope('body-measure', { ...measure, person: renamed.id })])).answers[0]).toMatchObject({
      status: 'refused',
      errors: [{ field: 'body.person', allowed: expect.stringContaining(ada.id as string) }],
    });
    expect(await statuses([envelope('body-measure', { ...measure, person: ada.id })])).toEqual(['stored']);
    expect((await push(t.db, [person('Eva', { entity: ada.id, supersedes: ben.id })])).answers[0]).toMatchObject({
      status: 'refused',
      errors: [{ field: 'entity' }],
    });
  });

  it('keeps both of two corrections, and the book uses the later one until somebody chooses', async () => {
    const records = await grove();
    await push(t.db, records);
    const reading = records.at(-1) as unknown as AnyRecord & { body: Plain };
    const fix = (value: number) =>
      envelope(
        'reading',
        { ...reading.body, read: { ...(reading.body.read as Plain), value } },
        { entity: reading.id, supersedes: reading.id },
      );
    const [one, two] = [fix(40), fix(42)];
    expect(await statuses([one, two])).toEqual(['stored', 'stored']);
    const all = [...records, one, two] as unknown as AnyRecord[];
    const tree = records.find((r) => r.kind === 'tree')?.id ?? '';
    expect(new Book(all).tree(tree)).toMatchObject({
      inForce: [{ value: 42 }],
      contested: [{ heads: [{ id: one.id }, { id: two.id }], conflicts: [{ sides: [{ by: { id: two.id } }, { by: { id: one.id } }] }] }],
    });
    const decided = envelope('retraction', { record: two.id, reason: null });
    expect(await statuses([decided])).toEqual(['stored']);
    expect(new Book([...all, decided as unknown as AnyRecord]).tree(tree)?.inForce).toMatchObject([{ value: 40 }]);
  });
});

describe('pulling records', () => {
  it('gives back what was sent, page by page, parents first', async () => {
    const sent = await grove();
    await push(t.db, [...sent].reverse());
    const got = await pullAll(t.db, 200);
    const places = got as unknown as { scope: string; seq: number }[];
    for (const scope of new Set(places.map((r) => r.scope))) {
      const seqs = places.filter((r) => r.scope === scope).map((r) => r.seq);
      expect(seqs).toEqual(seqs.map((_, i) => i + 1));
    }
    expect(new Set(got.map((r) => r.id)).size).toBe(got.length);
    for (const record of sent) {
      const back = got.find((r) => r.id === record.id) as unknown as Plain;
      expect(back).toMatchObject({ kind: record.kind, at: record.at, device: record.device, body: record.body });
      expect(await statuses([Object.fromEntries(Object.entries(back).filter(([k]) => k !== 'seq' && k !== 'scope'))])).toEqual(['known']);
    }
  });
});

describe('scopes', () => {
  const ask = (scope: string, after: string | null = null) => pull(t.db, scope, after, 1000);
  const survey = async () => {
    const protocol = envelope('protocol', demoRecords().records.find((r) => r.kind === 'protocol')?.body ?? {});
    const own = envelope('survey', { name: 'S', kind: 'every-tree', protocol: protocol.id, place: null });
    expect(await statuses([protocol, own])).toEqual(['stored', 'stored']);
    return own;
  };
  const tree = (of: Plain, more: Plain = {}) => envelope('tree', { survey: of.id, plot: null, tag: '1', species: null }, more);

  it('hold what belongs to a survey, in an order of their own, and everything else together', async () => {
    const [a, b] = [await survey(), await survey()];
    const trees = [tree(a), tree(b), tree(a)];
    await push(t.db, trees);
    expect((await ask(a.id as string)).records.map((r) => [r.id, r.seq])).toEqual([
      [a.id, 1],
      [trees[0]?.id, 2],
      [trees[2]?.id, 3],
    ]);
    const visit = envelope('visit', { tree: trees[1]?.id, on: '2026-05-01' });
    const strike = envelope('strike-out', { entity: visit.id, reason: null });
    const back = envelope('retraction', { record: strike.id, reason: null });
    // a kind that names any takes the scope of what it names, through what takes back what takes back
    await push(t.db, [envelope('retraction', { record: back.id, reason: null }), back, strike, visit]);
    expect((await ask(b.id as string)).records.map((r) => r.kind)).toEqual([
      'survey',
      'tree',
      'visit',
      'strike-out',
      'retraction',
      'retraction',
    ]);
    expect(
      (await ask(SHARED)).records.every((r) => ['person', 'protocol', 'species', 'instrument'].includes(r.kind) || r.scope === SHARED),
    ).toBe(true);
  });

  it('are kept by every version, and shared by what hangs together', async () => {
    const [a, b] = [await survey(), await survey()];
    const own = tree(a);
    const plot = envelope('plot', { survey: b.id, stratum: null, name: 'P' });
    await push(t.db, [own, plot]);
    const moved = { ...tree(b, { supersedes: own.id, entity: own.id }) };
    const elsewhere = envelope('tree', { survey: a.id, plot: plot.id, tag: '2', species: null });
    const { answers } = await push(t.db, [moved, elsewhere, tree(a, { scope: b.id }), tree(a, { scope: 'b' }), tree(a, { scope: a.id })]);
    expect(answers.map((x) => [x.status, x.errors.map((e) => e.field.replace(/^.*\]\./, ''))])).toEqual([
      ['refused', ['supersedes']],
      ['refused', ['body.plot']],
      ['refused', ['scope']],
      ['refused', ['scope']],
      ['stored', []],
    ]);
  });

  it('refuse a cursor of another book, one from the future, and a scope that is not there', async () => {
    const a = (await survey()).id as string;
    const { next } = await ask(a);
    expect(await ask(a, next)).toEqual({ records: [], next, more: false });
    await expect(ask(a, next.replace(/\.1\./, '.2.'))).rejects.toMatchObject({ code: 'other-book' });
    await expect(ask(a, `${v7()}.0`)).rejects.toMatchObject({ code: 'other-book' });
    await expect(ask(v7())).rejects.toMatchObject({ code: 'not-found' });
  });

  it('are written to side by side: an open push to one survey holds nobody up in another', async () => {
    const [a, b] = [await survey(), await survey()];
    const held = await t.pool.connect();
    await held.query('begin');
    await held.query('select from scope where id = $1 for update', [a.id]);
    const waits = push(t.db, [tree(a)]);
    expect((await push(t.db, [tree(b)])).answers.map((x) => x.status)).toEqual(['stored']);
    await held.query('rollback');
    held.release();
    expect((await waits).answers.map((x) => x.status)).toEqual(['stored']);
  });

  it('have no gap and no double place when many write at once, the same records too', async () => {
    const [a, b] = [await survey(), await survey()];
    const mine = Array.from({ length: 40 }, (_, i) => tree(i % 2 ? a : b));
    const batches = Array.from({ length: 8 }, (_, i) => [...mine.slice(i * 5), ...mine.slice(0, i * 5 + 3)]);
    for (const { answers } of await Promise.all(batches.map((batch) => push(t.db, batch))))
      expect(answers.every((x) => x.status === 'stored' || x.status === 'known')).toBe(true);
    for (const one of [a, b])
      expect((await ask(one.id as string)).records.map((r) => r.seq)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
    const lines = await surveyLines(t.db, null, 1000);
    for (const one of [a, b]) expect(lines.find((l) => l.id === one.id)).toMatchObject({ trees: 20, records: 21, struck: false });
  });
});

describe('records that can not be stored', () => {
  const parsed = (text: string) => JSON.parse(text) as Plain;
  const many = (): unknown[] => [
    envelope('visit', { tree: v7(), on: '2026-02-30' }),
    person('Ed', { at: '2026' }),
    person('Ed', { at: '2026-W07' }),
    person('Ed', { at: '+275760-09-13T00:00:00.000Z' }),
    ((p) => ({ ...p, id: (p.id as string).toUpperCase() }))(person('Flo')),
    person('half \ud800'),
    person('nul \0'),
    envelope('person', parsed(`${'{"name":'.repeat(3000)}1${'}'.repeat(3000)}`)),
    person('Gil', { kind: 'constructor' }),
    parsed(`{"__proto__": {"kind": "person"}, ${JSON.stringify(person('Hal')).slice(1)}`),
    person('Ida', { body: { name: 'Ida', toString: 1 } }),
    person('Ivy', { body: null }),
    null,
    [],
    'x',
  ];
  it('are refused each by itself, twice, and their neighbours are stored', async () => {
    const bad = many();
    const good = bad.map((_, i) => person(`neighbour ${i}`));
    const batch = bad.flatMap((b, i) => [b, good[i]]);
    const before = await count();
    expect(await statuses(batch)).toEqual(bad.flatMap(() => ['refused', 'stored']));
    expect(await statuses(batch)).toEqual(bad.flatMap(() => ['refused', 'known']));
    expect(await count()).toBe(before + good.length);
  });
  it('even those that only the database refuses: the checks may have missed something', async () => {
    await t.owner.query("alter table person add constraint no_bob check (name <> 'Bob')");
    const [bob, cy, tree] = [
      person('Bob'),
      person('Cy'),
      envelope('body-measure', { person: '', what: 'reach', value: 0.6, footwear: null, where: null, on: '2026-01-01' }),
    ];
    (tree.body as Plain).person = bob.id;
    const { answers } = await push(t.db, [bob, tree, cy]);
    expect(answers.map((a) => a.status)).toEqual(['refused', 'waiting', 'stored']);
    expect(answers[0]?.errors).toMatchObject([{ field: 'body', allowed: expect.stringContaining('23514') }]);
    await t.owner.query('alter table person drop constraint no_bob');
    expect(await statuses([bob, tree, cy])).toEqual(['stored', 'stored', 'known']);
  });
});

describe('what was sent', () => {
  it('comes back as it was, and is known when it is sent again', async () => {
    const id = v7();
    const odd = {
      body: { eyeHeight: 1.6, name: '\\u0000 constructor __proto__ ñ 🌲' },
      at: '2026-05-11T09:30:00.123456+02:00',
      device: 'x',
      schema: 1,
      kind: 'person',
      entity: id,
      id,
    };
    const last = (await lastOf(t.db, SHARED)) ?? 0;
    expect(await statuses([odd])).toEqual(['stored']);
    const [back] = (await pull(t.db, SHARED, `${await bookId(t.db)}.${last}`, 10)).records as unknown as Plain[];
    const { seq, scope, ...record } = back as Plain;
    expect(JSON.stringify(record)).toBe(JSON.stringify(odd));
    expect([scope, seq]).toEqual([SHARED, last + 1]);
    // with its place in our order, without it, and with nulls for what was left out
    expect(await statuses([back, record, { ...record, person: null, supersedes: null }])).toEqual(['known', 'known', 'known']);
    expect(await statuses([{ ...record, body: { ...odd.body, reach: 0.5 } }])).toEqual(['refused']);
  });
  it('is known too where it was stored before the rules grew stricter', async () => {
    const old = person('Old', { at: '2026-05-11' });
    const values = [old.id, 'person', recordHash(old), JSON.stringify(old)];
    await t.pool.query(
      "insert into record (id, entity, kind, schema, device, at, hash, sent, scope, seq) values ($1, $1, $2, 1, 'x', now(), $3, $4, 'shared', 0)",
      values,
    );
    expect(await statuses([old, { ...old, device: 'another' }])).toEqual(['known', 'refused']);
  });
});
