import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import { RowMaker } from '../book/row-maker';
import { everything, next, reading, record, retract, stick, strike, tape } from '../book/test-everything';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { derive, derivePart, MadeByNewer, type PartDone } from './engine';
import { type DerivationStore, Superseded, type Version } from './store';

/** Where records and rows lie. */
export interface Place {
  readonly store: (survey: string) => DerivationStore;
  readonly put: (records: readonly AnyRecord[]) => Promise<void>;
  /** Of every visit. */
  readonly rows: (survey: string) => Promise<readonly TreeRow[]>;
  readonly close: () => Promise<void>;
}

const THIS: Version = { code: 'this', built: '2026-06-01' };
const inOrder = (rows: readonly TreeRow[]) =>
  // as they are kept: a figure that is not there has no key
  (JSON.parse(JSON.stringify(rows)) as TreeRow[]).toSorted((a, b) => (`${a.id} ${a.visit}` < `${b.id} ${b.visit}` ? -1 : 1));

/** What a book that has everything says of a survey's trees. */
function fromScratch(records: readonly AnyRecord[], survey: string): readonly TreeRow[] {
  const book = new Book(records);
  const protocol = book.protocolOf(book.find('survey', survey));
  if (!protocol) return [];
  const maker = new RowMaker(book, survey, protocol.options);
  return inOrder([...book.treesOf(survey), ...book.struckTreesOf(survey)].flatMap((t) => maker.rows(t.entity)));
}

/** A book, and what then happens to it: each after what it is of. */
function story() {
  const all = everything().filter((r) => (r.kind as string) !== 'leaf');
  const trees = all.filter((r) => r.kind === 'tree' && r.id === r.entity);
  const of = (kind: string, i = 0) => all.filter((r) => r.kind === kind && r.id === r.entity)[i] as AnyRecord;
  const survey = (trees[0] as AnyRecord & { body: { survey: string } }).body.survey;
  // what moves to another survey is copied there: no server takes it as a version
  const first = all.filter((r) => !(r.kind === 'tree' && r.id !== r.entity));
  const [stem, visit, person] = [of('stem', 4), of('visit', 4), of('person')];
  const tip = all.find((r) => r.kind === 'reading' && r.body.read.kind === 'angle' && r.body.read.target === 'tip') as AnyRecord;
  const corrected = next(tip, { read: { kind: 'angle', target: 'tip', value: 95, scale: 'percent' } });
  const struck = strike(of('tree', 2));
  const plot = record('plot', { survey, name: '2' });
  const standing = record('tree', { survey, plot: plot.id, tag: 'new', species: null, note: null });
  const again = record('visit', { tree: (stem.body as { tree: string }).tree, on: '2027-05-01' });
  const later = [
    corrected,
    retract(corrected),
    struck,
    plot,
    standing,
    reading(stem, visit, stick(44), person),
    reading(stem, visit, tape(40), person),
    next(plot, { slope: 12 }),
    retract(struck),
    record('body-measure', { person: person.id, what: 'reach', value: 0.7, on: '2026-06-01' }),
    next(of('species'), { figures: { crown: 'conifer', formFactor: 0.4 } }),
    record('species', { code: 'NN', name: 'Unheard of', latin: null, figures: {} }),
    retract(of('tree', 4)),
    again,
    next(standing, { tag: 'renamed' }),
    retract(standing),
  ];
  return { records: [...first, ...later], first: first.length, survey };
}
const { records, first, survey } = story();

/** Something that a pass is disturbed by, at one of its parts. */
type Disturbed = 'not' | 'fails' | 'superseded';
interface Step {
  readonly take: number;
  readonly disturbed: Disturbed;
  readonly at: number;
}
const steps = fc.array(
  fc.record({
    take: fc.integer({ min: 1, max: 12 }),
    disturbed: fc.constantFrom<Disturbed>('not', 'not', 'fails', 'superseded'),
    at: fc.integer({ min: 0, max: 3 }),
  }),
  { minLength: 20, maxLength: 40 },
);

/** Whether rows are those of all records, made by this code. */
async function isDerived(store: DerivationStore): Promise<boolean> {
  const [cursor, derived] = [await store.cursor(), await store.derived()];
  return derived !== null && derived.cursor === cursor && derived.version.code === THIS.code;
}

/** A pass that something disturbs, as far as it has so many parts. */
async function disturb(store: DerivationStore, { disturbed, at }: Step): Promise<void> {
  let parts = 0;
  const pass = derive(store, {
    version: THIS,
    async work(part): Promise<PartDone> {
      if (parts++ === at && disturbed === 'fails') throw new Error('broken off');
      if (parts - 1 === at && disturbed === 'superseded') await store.begin(THIS);
      return derivePart(store, part);
    },
  });
  await pass.then(
    () => parts > at && disturbed !== 'not' && expect.unreachable('the pass was disturbed and did not say so'),
    (e: Error) => {
      expect(e.message).toBe(disturbed === 'superseded' ? new Superseded().message : 'broken off');
    },
  );
}

/** What holds of the engine wherever records and rows lie. @param runs of random stories */
export function engineOver(name: string, open: () => Promise<Place>, runs: number) {
  const within = async (work: (place: Place) => Promise<void>) => {
    const place = await open();
    try {
      await work(place);
    } finally {
      await place.close();
    }
  };

  describe(`rows over ${name}`, () => {
    it('are those of a book from scratch, however its records came and whatever broke a pass off', async () => {
      await fc.assert(
        fc.asyncProperty(steps, (told) =>
          within(async (place) => {
            const store = place.store(survey);
            await place.put(records.slice(0, first - 40));
            let at = first - 40;
            for (const step of told) {
              await disturb(store, step);
              if (step.disturbed === 'not') expect(inOrder(await place.rows(survey))).toEqual(fromScratch(records.slice(0, at), survey));
              await place.put(records.slice(at, at + step.take));
              at = Math.min(records.length, at + step.take);
            }
            await derive(store, { version: THIS });
            expect(inOrder(await place.rows(survey))).toEqual(fromScratch(records.slice(0, at), survey));
            expect(await isDerived(store)).toBe(true);
          }),
        ),
        { numRuns: runs, endOnFailure: true },
      );
    });

    it('are made anew of what something new may change alone, and not written again where nothing does', () =>
      within(async (place) => {
        const store = place.store(survey);
        await place.put(records.slice(0, first));
        await derive(store, { version: THIS });
        const touched = async (...more: readonly AnyRecord[]) => {
          await place.put(more);
          const [looked, made] = [[] as number[], [] as string[]];
          await derive(store, {
            version: THIS,
            tell: (part) => {
              looked.push(part.trees);
              made.push(...part.made);
            },
          });
          return { looked: looked.reduce((a, b) => a + b, 0), made: made.sort() };
        };
        expect(await touched()).toEqual({ looked: 0, made: [] });
        const [tree] = records.filter((r) => r.kind === 'tree' && r.body.survey === survey) as [AnyRecord];
        expect(await touched(next(tree, { note: 'again' }))).toEqual({ looked: 1, made: [tree.id] });
        // what is in the book already, said once more, changes nothing
        expect((await touched(record('species', { code: 'XX', name: 'X', latin: null, figures: {} }))).looked).toBe(0);
        const species = records.find((r) => r.kind === 'species') as AnyRecord;
        expect((await touched(next(species, { latin: 'Of no consequence' }))).made).toEqual([]);
        // a pair says something of a stick: every tree read with it follows
        const [stem, visit] = ['stem', 'visit'].map((k) => records.find((r) => r.kind === k)) as [AnyRecord, AnyRecord];
        const person = records.find((r) => r.kind === 'person') as AnyRecord;
        const pair = await touched(reading(stem, visit, stick(47), person), reading(stem, visit, tape(40), person));
        expect(pair.looked).toBeGreaterThan(1);
        expect(new Set(pair.made).size).toBeGreaterThan(1);
        // so does whoever has another reach, and nobody else's trees
        const mine = await touched(record('body-measure', { person: person.id, what: 'eye-height', value: 1.71, on: '2027-01-01' }));
        expect(mine.made.length).toBeGreaterThan(0);
        expect(mine.looked).toBeLessThan(new Set((await place.rows(survey)).map((r) => r.id)).size);
      }));

    it('of a newer program stay, and those of an older one are made anew', () =>
      within(async (place) => {
        const store = place.store(survey);
        await place.put(records.slice(0, first));
        await derive(store, { version: { code: 'older', built: '2026-05-01' } });
        const made = new Set<string>();
        const tell = (part: PartDone) => {
          for (const tree of part.made) made.add(tree);
        };
        await derive(store, { version: THIS, tell });
        // it comes to the same: nothing is written again
        expect(made.size).toBe(0);
        const before = await place.rows(survey);
        await expect(derive(store, { version: { code: 'older', built: '2026-05-01' } })).rejects.toBeInstanceOf(MadeByNewer);
        expect(await place.rows(survey)).toEqual(before);
        expect(await isDerived(store)).toBe(true);
        // one that is broken off leaves rows of either: nobody takes them for all of one
        const work = () => Promise.reject(new Error('broken off'));
        await expect(derive(store, { version: { code: 'newer', built: '2026-07-01' }, work })).rejects.toThrow('broken off');
        expect(await store.derived()).toBeNull();
        await derive(store, { version: THIS });
        expect(await place.rows(survey)).toEqual(before);
      }));

    it('of a survey that is not there are none', () =>
      within(async (place) => {
        expect(await derive(place.store('01a30000-0000-7000-8000-000000000000'), { version: THIS })).toBeNull();
      }));
  });
}
