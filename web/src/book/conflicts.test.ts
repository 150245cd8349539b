import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, BodyOf, RecordOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { Book } from './book';
import { conflictFields, differing, fieldValue, kindWord, withUnit } from './conflict-words';
import { settleConflicts } from './conflicts';
import { makeRecord, NewerThing } from './make-records';
import { takenAs } from './taken-as';
import { thingOf } from './test-thing';

let second = 0;
const maker = (person: string | null = null) => ({ device: 'd', person, now: new Date(1_780_000_000_000 + 1000 * second++), newId: v7 });
const plot = makeRecord(maker(), 'plot', { survey: v7(), name: '7', slope: 10, aspect: 20, state: 'planned' } as BodyOf<'plot'>);
const edit = <K extends Kind>(of: RecordOf<K>, body: Partial<BodyOf<K>>, person: string | null = null) =>
  makeRecord(maker(person), of.kind as K, { ...(of.body as BodyOf<K>), ...body }, thingOf(of));

describe('conflicts', () => {
  it('are all settled by one version with what was chosen of each', () => {
    const [a, b] = [edit(plot, { slope: 14, state: 'finished' }), edit(plot, { slope: 18, state: 'measured', note: 'wet' })];
    const thing = thingOf(plot, a, b);
    expect(thing.conflicts.map((c) => c.fields)).toEqual([
      ['slope', 'aspect'],
      ['state', 'reason'],
    ]);
    const chosen = settleConflicts(maker(), thing, [1, 0]);
    expect(chosen).toMatchObject({ supersedes: a.id, alsoSupersedes: [b.id], body: { slope: 14, state: 'measured', note: 'wet' } });
    const settled = thingOf(plot, a, b, chosen);
    expect(settled).toMatchObject({ conflicts: [], body: { slope: 14, aspect: 20, state: 'measured', note: 'wet' } });
    expect(() => settleConflicts(maker(), thing, [2, 0])).toThrow('no side');
  });
  it('of one named answer leave the others, and may choose that nobody answered', () => {
    const tree = makeRecord(maker(), 'tree', { survey: v7(), plot: null, tag: '1', own: { bark: 'x', moss: 1 } } as never);
    const [a, b] = [edit(tree, { own: { bark: 'y', moss: 1 } as never }), edit(tree, { own: { moss: 1 } as never })];
    const thing = thingOf(tree, a, b);
    expect(thing.conflicts).toMatchObject([{ fields: ['own.bark'], sides: [{ values: [null] }, { values: ['y'] }] }]);
    expect(settleConflicts(maker(), thing, [0]).body).toMatchObject({ own: { moss: 1 } });
    expect(settleConflicts(maker(), thing, [1]).body).toMatchObject({ own: { bark: 'y', moss: 1 } });
  });
  it('of a reading leave it with whoever took it, not with whoever chose', () => {
    const body = { stem: v7(), visit: v7(), determination: v7(), station: null, shot: 1, instrument: null, calibration: null } as const;
    const read = (value: number) => ({ kind: 'paces', value, along: 'level', to: 'axis' }) as never;
    const first = makeRecord(maker('ada'), 'reading', { ...body, typed: '10', read: read(10) });
    const [a, b] = [edit(first, { read: read(11) }, 'ben'), edit(first, { read: read(12) }, 'cy')];
    expect(takenAs(thingOf(first, a, b)).person).toBe('cy');
    const chosen = settleConflicts(maker('desk'), thingOf(first, a, b), [1]);
    expect(chosen.person).toBe('desk');
    expect(takenAs(thingOf(first, a, b, chosen))).toMatchObject({ id: a.id, person: 'ben' });
    // a correction to the same figure is the corrector's own
    const again = makeRecord(maker('dee'), 'reading', a.body, thingOf(first, a));
    expect(takenAs(thingOf(first, a, again)).person).toBe('dee');
  });
  it('are said in words with their units, and only what differs', () => {
    const conflict = {
      fields: ['slope', 'aspect'],
      sides: [
        { by: plot, values: [14, 20] },
        { by: plot, values: [18, 20] },
      ],
    };
    expect(differing(conflict)).toEqual([0]);
    expect(fieldValue('slope', 14, () => null)).toBe('slope 14°');
    expect(withUnit('minutes', 40, () => null)).toBe('40 min');
    expect(withUnit('species', 'id', (id) => (id === 'id' ? 'beech' : null))).toBe('beech');
    expect(withUnit('state', 'to-redo', () => null)).toBe('to redo');
    expect(withUnit('edges', [1, 2], () => null)).toBe('2 entries');
    expect(withUnit('called', { count: 2, diameter: { value: 30 }, typed: null }, () => null)).toBe('count 2, diameter value 30');
    expect(withUnit('reach', null, () => null)).toBe('not recorded');
    expect(conflictFields('plot', ['longitude', 'latitude', 'placeError'])).toBe('centre position');
    expect(conflictFields('species', ['figures.formFactor'])).toBe('form factor');
    expect(kindWord('body-measure')).toBe('body measure');
  });
  it('on a field that a newer program added are told, and left to a page that knows it', () => {
    const newer = (weather: string) => ({ ...edit(plot, { weather } as never), schema: 99 });
    const [a, b] = [newer('rain'), newer('snow')];
    const thing = thingOf(plot, a, b);
    expect(thing).toMatchObject({ newer: true, body: { name: '7', weather: 'snow' }, conflicts: [{ fields: ['weather'] }] });
    expect(conflictFields('plot', ['weather'])).toBe('weather');
    expect(() => settleConflicts(maker(), thing, [0])).toThrow(NewerThing);
    expect(() => edit(b, { slope: 1 })).toThrow(NewerThing);
  });
  it('are found in a book, and leave it when they are settled', () => {
    const survey = makeRecord(maker(), 'survey', { name: 'x', kind: 'fixed-plots', protocol: v7(), place: null });
    const own = makeRecord(maker(), 'plot', { ...plot.body, survey: survey.id });
    const both = [edit(own, { slope: 1 }), edit(own, { slope: 2 })];
    const { book } = new Book([survey, own] as AnyRecord[]).add(both as AnyRecord[]);
    expect(book.waiting()).toMatchObject([{ kind: 'plot', entity: own.id }]);
    const thing = book.find('plot', own.id);
    expect(book.partsOf(survey.id, 'plot')).toHaveLength(1);
    if (thing) expect(book.add([settleConflicts(maker(), thing, [0]) as AnyRecord]).book.waiting()).toEqual([]);
  });
});
