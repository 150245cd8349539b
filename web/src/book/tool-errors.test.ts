import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { JUDGED_TOOLS } from './paired-diameters';
import { everything, next, reading, stick, tape } from './test-everything';
import { addUp, changedFor, type ToolError } from './tool-errors';

const records = everything();
const whole = new Book(records);
const surveys = records.filter((r) => r.kind === 'survey').map((s) => s.entity);
const trees = surveys.flatMap((s) => whole.treesOf(s));
const people = records.filter((r) => r.kind === 'person').map((p) => p.entity);

/** What the book says of people's tools in its surveys. */
const tools = (book: Book) =>
  surveys.flatMap((s) =>
    people.map((p) => [book.kit.paceOn(p, '2026-06-01', s), JUDGED_TOOLS.map((tool) => book.kit.toolRecord(p, tool, s))]),
  );
const told = (survey: string, of: (tree: string) => boolean = () => true): ReadonlyMap<string, readonly ToolError[]> =>
  new Map(
    trees.filter((t) => t.body.survey === survey && of(t.entity)).map((t) => [t.entity, whole.kit.toolErrorsOf(t.entity).errors] as const),
  );
/** A book in which only some trees are. */
const without = (out: readonly string[]) => {
  const gone = new Set(out.flatMap((t) => whole.recordsUnder(t).map((r) => r.id)));
  return new Book(records.filter((r) => !gone.has(r.id)));
};

describe('what pairs of readings say of tools', () => {
  it('is the same wherever the trees are: in the book, told of each, or told of all together', () => {
    const said = JSON.stringify(tools(whole));
    expect(said).toMatch(/"pairs":[1-9]/);
    expect(said).toMatch(/"pace":/);
    fc.assert(
      fc.property(fc.subarray(trees.map((t) => t.entity)), (out) => {
        const [each, all] = [without(out), without(out)];
        for (const survey of surveys) {
          // what is told of a tree that is in the book is of before: the book knows better
          each.kit.tell(survey, { trees: new Map([...told(survey)].map(([t, e]) => [t, out.includes(t) ? e : []])) });
          all.kit.tell(survey, { all: addUp(told(survey)) });
        }
        expect(tools(each)).toEqual(tools(whole));
        expect(tools(all)).toEqual(tools(whole));
      }),
    );
  });

  it('says whose tools and pace the readings of a tree were taken with', () => {
    const paired = trees.filter((t) => whole.kit.toolErrorsOf(t.entity).errors.length > 0);
    expect(paired.length).toBeGreaterThan(0);
    for (const t of paired) {
      const { errors, readBy } = whole.kit.toolErrorsOf(t.entity);
      for (const { who } of errors) expect(readBy).toContain(who);
    }
  });

  it('changes for those alone of whom a pair says something else', () => {
    const stem = records.find((r) => r.kind === 'stem') as AnyRecord;
    const visit = records.find((r) => r.kind === 'visit' && r.body.tree === (stem.body as { tree: string }).tree) as AnyRecord;
    const person = records.find((r) => r.kind === 'person') as AnyRecord;
    const survey = whole.find('tree', (stem.body as { tree: string }).tree)?.body.survey ?? '';
    const sums = (book: Book) => addUp(new Map(book.treesOf(survey).map((t) => [t.entity, book.kit.toolErrorsOf(t.entity).errors])));
    const [a, b] = [reading(stem, visit, stick(52), person), reading(stem, visit, tape(48), person)];
    const more = new Book([...records, a, b]);
    expect([...changedFor(sums(whole), sums(more))]).toEqual([`${person.id} biltmore-stick`]);
    expect(changedFor(sums(more), sums(new Book([...records, a, b])))).toEqual(new Set());
    const again = new Book([...records, a, b, next(a, { read: stick(53) })]);
    expect([...changedFor(sums(more), sums(again))]).toEqual([`${person.id} biltmore-stick`]);
  });
});
