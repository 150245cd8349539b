import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { Stream } from '@arbolito/core';
import { describe, expect, it, vi } from 'vitest';
import { Book } from '../book/book';
import { sheetOf } from '../book/summary';
import { everything, next, reading, record, retract, strike, tape } from '../book/test-everything';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { derive } from '../derivation/engine';
import type { SheetNews } from './open-sheet';

const THIS = { code: 'this', built: '2026-06-01' };
const Channel = BroadcastChannel;
let devices = 0;
/** A device with nothing on it, its modules new. */
async function device() {
  vi.resetModules();
  vi.stubGlobal('indexedDB', new IDBFactory());
  // whoever looks at the device of another test hears nothing of this one
  const name = `${++devices}`;
  vi.stubGlobal(
    'BroadcastChannel',
    class extends Channel {
      constructor(channel: string) {
        super(`${channel} ${name}`);
      }
    },
  );
  const [store, { Sheets }, { PageBook }, { newsChannel }, { DeviceStore }] = await Promise.all([
    import('./store'),
    import('./sheets'),
    import('./page-book'),
    import('./news'),
    import('./derivation-store'),
  ]);
  const channel = newsChannel();
  return {
    ...store,
    Sheets,
    PageBook,
    DeviceStore,
    channel,
    async keep(records: readonly AnyRecord[]) {
      const written = await store.keepLocally(records);
      channel.postMessage({ written, kept: true });
      return written;
    },
  };
}

/** Somebody who looks at a survey's sheet. */
function onlooker() {
  const rows = new Map<string, TreeRow>();
  let last: SheetNews | null = null;
  let told = 0;
  return {
    tell(news: SheetNews) {
      told++;
      for (const row of news.rows) rows.set(row.id, row);
      for (const id of news.gone) rows.delete(id);
      last = news;
    },
    get sees() {
      const shown = [...rows.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
      return last && { head: last.head, rows: shown, old: last.old };
    },
    get told() {
      return told;
    },
  };
}
const wholeSheet = (records: readonly AnyRecord[], survey: string) => {
  const sheet = sheetOf(new Book(records), survey);
  return sheet && { head: sheet.head, rows: sheet.rows, old: false };
};

/** A version never leaves its thing's survey: the one record of the other tests that does is not made by anybody. */
const all = everything().filter((r, _, records) => {
  const first = records.find((f) => f.id === r.entity);
  return r.kind !== 'tree' || first?.kind !== 'tree' || first.body.survey === r.body.survey;
});
const surveys = all.filter((r) => r.kind === 'survey').map((r) => r.id);
const trees = all.filter((r) => r.kind === 'tree' && r.id === r.entity).map((r) => r.id);

/** Trees read with one tool alone, which nothing else leans on; corrected, struck out, and one more at the very end. */
function plainTrees(survey: string): AnyRecord[] {
  const person = all.find((r) => r.kind === 'person') as AnyRecord;
  return Array.from({ length: 5 }, (_, i) => {
    const tree = record('tree', { survey, plot: null, tag: `plain ${i}`, species: null, note: null });
    const stem = record('stem', { tree: tree.id, number: 1 });
    const visit = record('visit', { tree: tree.id, on: '2026-05-02' });
    const girth = reading(stem, visit, tape(20 + i), person);
    const corrected = next(girth, { read: tape(30 + i) });
    return [tree, stem, visit, girth, ...(i % 2 ? [corrected] : []), ...(i === 2 ? [strike(tree)] : [])];
  }).flat();
}

describe('a survey’s sheet, kept up a part at a time', () => {
  it.each([1, 2, 3, 4])('is what the whole book says, whenever it was opened and however the records came (seed %i)', async (seed) => {
    const s = new Stream(seed);
    const d = await device();
    const records = [...all, ...plainTrees(surveys[seed % 2] as string)];
    let sheets = new d.Sheets(THIS);
    const looking: { survey: string; withRows: boolean; eyes: ReturnType<typeof onlooker> }[] = [];
    for (let i = 0; i < records.length; ) {
      const n = 1 + Math.floor(s.uniform() * 12);
      await d.keep(records.slice(i, i + n));
      i += n;
      if (s.uniform() < 0.25) {
        const survey = surveys[Math.floor(s.uniform() * surveys.length)] as string;
        const eyes = onlooker();
        const withRows = s.uniform() < 0.8;
        sheets.watch(survey, withRows, eyes.tell);
        if (s.uniform() < 0.5) looking.push({ survey, withRows, eyes });
      }
      if (s.uniform() < 0.3) await new Promise((done) => setTimeout(done, 150));
      // the page is closed and opened again: what was put by is there, and what came since
      if (s.uniform() < 0.05) {
        sheets = new d.Sheets(THIS);
        looking.length = 0;
      }
    }
    for (const survey of surveys) {
      const eyes = onlooker();
      sheets.watch(survey, true, eyes.tell);
      looking.push({ survey, withRows: true, eyes });
    }
    // and with all of them looking, once more
    await vi.waitFor(() => expect(looking.every((l) => l.eyes.sees?.old === false)).toBe(true), { timeout: 60_000 });
    for (const r of plainTrees(surveys[seed % 2] as string)) await d.keep([r]);
    const here = await d.loadAll();
    expect(here.length).toBeGreaterThan(records.length);
    for (const { survey, withRows, eyes } of looking) {
      const whole = wholeSheet(here, survey);
      await vi.waitFor(() => expect(eyes.sees).toEqual(withRows ? whole : { ...whole, rows: [] }), { timeout: 60_000 });
    }
  });

  it('is there at once the next time, and another program works out all', async () => {
    const d = await device();
    await d.keep(all);
    const [survey] = surveys as [string];
    const first = onlooker();
    new d.Sheets(THIS).watch(survey, true, first.tell);
    await vi.waitFor(() => expect(first.sees).toEqual(wholeSheet(all, survey)), { timeout: 60_000 });
    await new Promise((done) => setTimeout(done, 2300));
    const again = onlooker();
    const sheets = new d.Sheets(THIS);
    sheets.watch(survey, true, again.tell);
    await vi.waitFor(() => expect(again.sees).toEqual(wholeSheet(all, survey)), { timeout: 60_000 });
    expect(again.told).toBe(1);
    const other = onlooker();
    new d.Sheets({ code: 'another', built: '2026-07-01' }).watch(survey, true, other.tell);
    await vi.waitFor(() => expect(other.sees).toEqual(wholeSheet(all, survey)), { timeout: 60_000 });
  });
});

describe('a survey that was struck out elsewhere', () => {
  it('is not here any more once that came, and is again when that is taken back', async () => {
    const d = await device();
    await d.keep(all);
    const [survey] = surveys as [string];
    const eyes = onlooker();
    new d.Sheets(THIS).watch(survey, true, eyes.tell);
    await vi.waitFor(() => expect(eyes.sees?.head).not.toBeNull(), { timeout: 60_000 });
    const struck = strike(all.find((r) => r.id === survey) as AnyRecord);
    await d.keep([struck]);
    await vi.waitFor(() => expect(eyes.sees?.head).toBeNull(), { timeout: 60_000 });
    await d.keep([retract(struck)]);
    await vi.waitFor(() => expect(eyes.sees).toEqual(wholeSheet(all, survey)), { timeout: 60_000 });
  });
});

describe('a survey that many trees come into at once', () => {
  const [survey] = surveys as [string];
  const many = () =>
    Array.from({ length: 30 }, (_, i) => record('tree', { survey, plot: null, tag: `more ${i}`, species: null, note: null }));

  it('is said to be of before until they are worked out', async () => {
    const d = await device();
    await d.keepLocally([...all]);
    const heard: boolean[] = [];
    const eyes = onlooker();
    new d.Sheets(THIS).watch(survey, true, (news) => {
      heard.push(news.old);
      eyes.tell(news);
    });
    await vi.waitFor(() => expect(eyes.sees).toEqual(wholeSheet(all, survey)), { timeout: 60_000 });
    heard.length = 0;
    const more = many();
    await d.keep(more);
    await vi.waitFor(() => expect(eyes.sees).toEqual(wholeSheet([...all, ...more], survey)), { timeout: 60_000 });
    expect(heard).toEqual([true, false]);
  });

  it('tells of one of them whether it wants a height, as the whole survey does', async () => {
    const d = await device();
    const protocol = all.find((r) => r.kind === 'protocol') as Extract<AnyRecord, { kind: 'protocol' }>;
    const spread = next(protocol, { options: { ...protocol.body.options, heightSample: 2, heightChoice: 'spread' } });
    const own = all.find((r) => r.kind === 'survey' && r.id === survey) as AnyRecord;
    const records = [...all, ...plainTrees(survey), spread, next(own, { protocol: spread.id })];
    await d.keepLocally(records);
    const sheet = sheetOf(new Book(records), survey);
    const wanting = sheet?.rows.filter((r) => r.height === null && r.dbh !== null && r.notCounted === null && !r.struck) ?? [];
    expect(wanting.length).toBeGreaterThan(3);
    expect(new Set(wanting.map((r) => r.wantsHeight))).toEqual(new Set([true, false]));
    const sheets = new d.Sheets(THIS);
    for (const { id, plot, species, dbh, wantsHeight } of wanting)
      expect(await sheets.heightWanted(survey, { id, plot, species, dbh }), id).toBe(wantsHeight);
    expect(sheet?.head.protocol.options.heightChoice).toBe('spread');
  });
});

describe('the part of the book a page holds', () => {
  it('has what is written of a tree while that is being read', async () => {
    const d = await device();
    const page = new d.PageBook();
    const tree = all.find((r) => r.kind === 'tree') as AnyRecord;
    const renamed = next(tree, { tag: 'renamed' });
    await d.keepLocally([...all]);
    const holding = page.hold([tree.id]);
    await page.take([{ scope: surveys[0] as string, tree: tree.id, record: renamed }]);
    await holding;
    expect(page.book.has(renamed.id)).toBe(true);
    expect(page.book.find('tree', tree.id)?.body.tag).toBe('renamed');
  });

  it.each([1, 2, 3])('says of the tree in hand, its kit and the last tree what the whole book says (seed %i)', async (seed) => {
    const s = new Stream(seed);
    const d = await device();
    const page = new d.PageBook();
    await page.readAll([], new Set());
    const [survey, inHand] = [surveys[seed % 2] as string, trees[Math.floor(s.uniform() * trees.length)] as string];
    let opened = false;
    for (let i = 0; i < all.length; ) {
      const n = 1 + Math.floor(s.uniform() * 15);
      const { filed } = await d.keepLocally(all.slice(i, i + n));
      i += n;
      await page.take(filed);
      if (!opened && s.uniform() < 0.15) {
        opened = true;
        await page.openSurvey(survey);
        await page.hold([inHand]);
      }
    }
    // what trees that the page does not hold say of tools is there once it was derived
    await derive(new d.DeviceStore(survey), { version: THIS });
    await page.openSurvey(survey);
    await page.hold([inHand]);
    const whole = new Book(await d.loadAll());
    const own = whole.tree(inHand)?.record.body.survey === survey;
    if (own) expect(page.book.tree(inHand)).toEqual(whole.tree(inHand));
    expect(page.book.lastTreeOf(survey)).toEqual(whole.lastTreeOf(survey));
    for (const person of whole.all('person')) {
      expect(page.book.kit.paceOn(person.entity, '2026-06-01', survey)).toEqual(whole.kit.paceOn(person.entity, '2026-06-01', survey));
      expect(page.book.kit.toolRecord(person.entity, 'biltmore-stick', survey)).toEqual(
        whole.kit.toolRecord(person.entity, 'biltmore-stick', survey),
      );
    }
  });
});
