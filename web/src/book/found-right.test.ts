import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { struckIn } from './struck';
import { type SurveySheet, sheetOf } from './summary';
import { everything, next, reading, record, retract, strike, tape } from './test-everything';
import { findingsIn, isDoubtful, type TreeRow } from './tree-row';

const all = everything();
const of = <K extends string>(kind: K) => all.filter((r) => r.kind === kind) as AnyRecord[];
const survey = of('survey')[0] as AnyRecord;
const tree = of('tree')[0] as AnyRecord;
const [person] = of('person') as [AnyRecord];
const part = (kind: string, body: object) =>
  all.find(
    (r) => r.kind === kind && Object.entries(body).every(([k, v]) => (r.body as unknown as Record<string, unknown>)[k] === v),
  ) as AnyRecord;
const stem = part('stem', { tree: tree.id });
const visit = part('visit', { tree: tree.id });
const sheet = (...more: AnyRecord[]) => sheetOf(new Book([...all, ...more]), survey.id) as SurveySheet;
const rowIn = (s: SurveySheet) => s.rows.find((r) => r.id === tree.id) as TreeRow;
const readOf = (is: (read: { kind: string; target?: string }) => boolean) =>
  of('reading').find(
    (r) => (r.body as { stem: string }).stem === stem.id && is((r.body as { read: { kind: string; target?: string } }).read),
  ) as AnyRecord;
const sight = (target: string, value: number) =>
  next(
    readOf((r) => r.target === target),
    { read: { kind: 'angle', target, value, scale: 'percent' } },
  );
/** Half a hundred metres on forty centimetres: hardly ever so, and not impossible. */
const odd = sight('tip', 250);

describe('a doubt that was looked at', () => {
  const doubted = rowIn(sheet(odd));
  const finding = findingsIn(doubted).find((f) => f.severity === 'doubt');
  if (!finding) throw new Error('nothing is doubted');
  const rights = findingsIn(doubted).map(({ code, what }) => record('confirmation', { tree: tree.id, code, what }, { person: person.id }));
  const [right] = rights as [AnyRecord];

  it('is kept with its name, said no more, and counted apart', () => {
    const before = sheet(odd);
    const after = sheet(odd, ...rights);
    expect(isDoubtful(doubted)).toBe(true);
    expect(findingsIn(rowIn(after)).map((f) => f.code)).not.toContain(finding.code);
    expect(rowIn(after).seen).toEqual(
      rights.map((r) => ({
        code: (r.body as { code: string }).code,
        what: (r.body as { what: string }).what,
        person: person.id,
        at: r.at,
      })),
    );
    expect(after.head.confirmed).toBe(1);
    expect(after.head.doubtful).toBe(before.head.doubtful - 1);
    // no figure follows from it
    expect(after.head.sums).toEqual(before.head.sums);
  });
  it('is doubted again once the confirmation is taken back, or something else is read', () => {
    expect(isDoubtful(rowIn(sheet(odd, ...rights, retract(right))))).toBe(true);
    const another = next(odd, { read: { kind: 'angle', target: 'tip', value: 260, scale: 'percent' } });
    expect(isDoubtful(rowIn(sheet(odd, ...rights, another)))).toBe(true);
  });
  it('what can’t be so can’t be found right', () => {
    const below = sight('tip', -60);
    const wrong = sheet(below);
    const said = rowIn(wrong).findings.filter((f) => f.severity === 'wrong');
    const confirmed = said.map((f) => record('confirmation', { tree: tree.id, code: f.code, what: f.what }));
    expect(isDoubtful(rowIn(sheet(below, ...confirmed)))).toBe(isDoubtful(rowIn(wrong)));
  });
});

describe('a value that can’t be so', () => {
  it('is in no sum, while its tree stays counted, and is named', () => {
    const [good, bad] = [sheet(), sheet(sight('tip', 900))];
    const row = rowIn(bad);
    expect(row.findings.some((f) => f.severity === 'wrong')).toBe(true);
    expect(row.out).toEqual(['height']);
    expect(bad.head.out).toEqual([row.tag]);
    const [was, is] = [good, bad].map((s) => s.head.sums.total) as [
      SurveySheet['head']['sums']['total'],
      SurveySheet['head']['sums']['total'],
    ];
    expect(is).toMatchObject({ trees: was.trees, basalArea: was.basalArea });
    expect(is.volume).toBeCloseTo(was.volume - (rowIn(good).volume ?? 0), 9);
    expect(is.without.volume).toBe(was.without.volume + 1);
  });
});

describe('struck out', () => {
  it('a tree is listed as such and counted nowhere, and comes back as it was', () => {
    const out = strike(tree);
    const [with_, without] = [sheet(), sheet(out)];
    expect(rowIn(without)).toMatchObject({ struck: true, dbh: null, tag: rowIn(with_).tag });
    expect(without.head.sums.total.trees).toBe(with_.head.sums.total.trees - 1);
    expect(sheet(out, retract(out))).toEqual(with_);
  });
  it('each thing is told where it was struck, newest first, and no longer once it is back', () => {
    const more = reading(stem, visit, { ...tape(41), tool: 'caliper' }, person);
    const [ofReading, ofVisit] = [strike(more), strike(visit)];
    const book = new Book([...all, more, ofReading, ofVisit]);
    expect(struckIn(book, tree.id).map((s) => s.thing.entity)).toEqual([visit.entity, more.entity]);
    const back = new Book([...all, more, ofReading, ofVisit, retract(ofVisit)]);
    expect(struckIn(back, tree.id).map((s) => s.thing.entity)).toEqual([more.entity]);
  });
  it('brings nothing back that it had replaced', () => {
    const first = reading(stem, visit, { ...tape(41), tool: 'caliper' }, person);
    const second = next(first, { read: { ...tape(42), tool: 'caliper' } });
    const book = new Book([...all, first, second, strike(first)]);
    expect(book.tree(tree.id)?.readings.some((r) => r.entity === first.id)).toBe(false);
  });
});

describe('a tree that is only taped again', () => {
  const again = record('visit', { tree: tree.id, on: '2026-10-01' });
  const thicker = reading(stem, again, tape(44), person);
  it('keeps the height of before in the list and the sums, with its day; its volume is of today’s diameter', () => {
    const [before, after] = [rowIn(sheet()), rowIn(sheet(again, thicker))];
    expect(before).toMatchObject({ heightOn: null });
    expect(after).toMatchObject({ height: before.height, sigma: before.sigma, heightOn: '2026-05-01', on: '2026-10-01' });
    const share = (after.basalArea ?? 0) / (before.basalArea ?? 1);
    expect(after.volume).toBeCloseTo((before.volume ?? 0) * share, 9);
    expect(after.findings.map((f) => f.code)).not.toContain('height-grew');
  });
});
