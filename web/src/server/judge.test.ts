import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import { type SentPlain, sentRecord } from '../contract/test-record';
import { MOST_RETRACTIONS, parentsFirst } from './judge';
import { push } from './sync-service';
import { pullAll, testDatabase } from './test-database';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

const envelope = (kind: string, body: Record<string, unknown>, more: Record<string, unknown> = {}) =>
  sentRecord(kind, body, { device: 'judge', ...more });
const person = (name: string, more: Record<string, unknown> = {}) => envelope('person', { name, eyeHeight: 1.6, reach: null }, more);
const statuses = async (records: readonly unknown[]) => (await push(t.db, records)).answers.map((a) => a.status);
/** A record, and each time what takes the one before back. */
const backAndForth = (n: number): readonly SentPlain[] => {
  const chain: SentPlain[] = [person('taken back')];
  for (let i = 0; i < n; i++) chain.push(envelope('retraction', { record: chain.at(-1)?.id, reason: null }));
  return chain;
};
/** Versions of one thing, each replacing the one before. */
const versions = (n: number): readonly SentPlain[] => {
  const list: SentPlain[] = [person('0')];
  for (let i = 1; i < n; i++) list.push(person(String(i), { entity: list[0]?.id, supersedes: list.at(-1)?.id }));
  return list;
};
const asSent = (records: readonly SentPlain[]) => new Map(records.map((record, i) => [i, { record: record as never, sent: '', hash: '' }]));

describe('retractions of retractions', () => {
  it.each(['in their order', 'the last one first'])('are refused beyond sixteen deep, in one batch, %s', async (order) => {
    const chain = backAndForth(55);
    const sent = order === 'in their order' ? chain : chain.toReversed();
    const { answers } = await push(t.db, sent);
    const byId = new Map(answers.map((a) => [a.id, a]));
    const told = chain.map((r) => byId.get(r.id));
    expect(told.slice(0, MOST_RETRACTIONS + 1).map((a) => a?.status)).toEqual(Array(MOST_RETRACTIONS + 1).fill('stored'));
    expect(told[MOST_RETRACTIONS + 1]).toMatchObject({
      status: 'refused',
      errors: [{ field: 'body.record', value: chain[MOST_RETRACTIONS]?.id, allowed: expect.stringMatching(/at most 15 deep/) }],
    });
    expect(told.slice(MOST_RETRACTIONS + 2).map((a) => a?.status)).toEqual(Array(55 - MOST_RETRACTIONS - 1).fill('waiting'));
  });
  it('are refused one by one too, neighbours are stored, and a chain of an even number keeps what it began with', async () => {
    const chain = backAndForth(MOST_RETRACTIONS + 1);
    const got: string[] = [];
    for (const r of chain) got.push(...(await statuses([person('a neighbour'), r])).slice(1));
    expect(got).toEqual([...Array(MOST_RETRACTIONS + 1).fill('stored'), 'refused']);
    const book = new Book(await pullAll(t.db));
    expect(book.find('person', chain[0]?.id as string)).toBeTruthy();
  });
});

describe('a batch of a thousand, the last one first', () => {
  it('is put in order: what is named before what names it, whatever names each other too', () => {
    const chain = versions(1000);
    const ordered = [...parentsFirst(asSent(chain.toReversed())).values()].map((s) => (s.record as unknown as SentPlain).id);
    expect(ordered).toEqual(chain.map((r) => r.id));
    const [one, two] = [person('one'), person('two')];
    const round = [
      { ...one, person: two.id },
      { ...two, person: one.id },
    ];
    expect(parentsFirst(asSent(round)).size).toBe(2);
  });
  it('is stored, and others are served meanwhile', async () => {
    const chain = versions(1000).toReversed();
    // how often others had a turn
    let turns = 0;
    let over = false;
    const turn = () => {
      turns++;
      if (!over) setImmediate(turn);
    };
    turn();
    const { answers } = await push(t.db, chain);
    over = true;
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set(['stored']));
    // while they are checked, and twice while they are judged
    expect(turns).toBeGreaterThan(50);
  });
});
