import { PRESETS, type ToolRecord } from '@arbolito/core';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { Book } from './book';
import { visitBefore } from './derive';
import { JUDGED_TOOLS } from './paired-diameters';
import type { BookTree } from './tree';

const person = v7();
/** Records without ceremony: each its own first version. */
class Maker {
  readonly records: AnyRecord[] = [];
  make<K extends Kind>(kind: K, body: object, by: string | null = person, id = v7()): string {
    this.records.push({
      id,
      entity: id,
      supersedes: null,
      kind,
      schema: 1,
      device: 'd',
      person: by,
      at: '2026-05-01T08:00:00.000Z',
      body,
    } as unknown as AnyRecord);
    return id;
  }
  readonly survey = v7();
  tree(survey = this.survey) {
    const tree = this.make('tree', { survey, tag: '1', species: null });
    return { tree, stem: this.make('stem', { tree, number: 1 }) };
  }
  read(stem: string, visit: string, read: object, by: string | null = person) {
    return this.make(
      'reading',
      { stem, visit, determination: v7(), station: null, shot: 1, instrument: null, calibration: null, typed: 'x', read },
      by,
    );
  }
}
const tape = (value: number, pom = 1.3) => ({ kind: 'diameter', tool: 'diameter-tape', value, unit: 'cm', pom });
const stick = (value: number) => ({ kind: 'diameter', tool: 'biltmore-stick', value, unit: 'cm', pom: 1.3 });

describe('the book of one tree', () => {
  it('keeps visits apart: the last one counts, the one before is what it is compared with', () => {
    const m = new Maker();
    const { tree, stem } = m.tree();
    const then = m.make('visit', { tree, on: '2023-05-01' });
    const now = m.make('visit', { tree, on: '2026-05-01' });
    m.read(stem, now, tape(42));
    m.read(stem, then, tape(40, 1.55));
    const t = new Book(m.records).tree(tree);
    expect(t?.inForce).toMatchObject([{ value: 42 }]);
    expect(t?.visits.map((v) => v.on)).toEqual(['2023-05-01', '2026-05-01']);
    const before = visitBefore(t as BookTree, t?.visits.slice(0, -1) ?? [], '2026-05-01', PRESETS.monitoring.options);
    expect(before).toEqual({ previous: [expect.objectContaining({ stem: '1', diameter: 0.4, pom: 1.55, years: expect.closeTo(3, 2) })] });
  });

  it('names stems by their number, and keeps two of one number apart', () => {
    const m = new Maker();
    const { tree, stem } = m.tree();
    const [a, b] = [m.make('stem', { tree, number: 2 }), m.make('stem', { tree, number: 2 })];
    const visit = m.make('visit', { tree, on: '2026-05-01' });
    for (const s of [stem, a, b]) m.read(s, visit, tape(20));
    expect(new Book(m.records).tree(tree)?.inForce.map((r) => r.stem ?? '1')).toEqual(['1', '2', '2′']);
  });

  it('gives a stick its person’s reach, the newest, and every tool the error its pairs have shown', () => {
    const m = new Maker();
    m.make('person', { name: 'N', eyeHeight: 1.6, reach: 0.6 }, null, person);
    for (let i = 0; i < 20; i++) {
      const { tree, stem } = m.tree();
      const visit = m.make('visit', { tree, on: '2026-05-01' });
      m.read(stem, visit, stick(33));
      m.read(stem, visit, tape(30));
    }
    const { tree, stem } = m.tree();
    const visit = m.make('visit', { tree, on: '2026-05-02' });
    m.read(stem, visit, stick(33));
    expect(new Book(m.records).tree(tree)?.inForce).toMatchObject([{ reach: 0.6 }]);
    m.make('body-measure', { person, what: 'reach', value: 0.635, on: '2026-01-01' });
    m.make('body-measure', { person, what: 'reach', value: 0.7, on: '2025-01-01' });
    const book = new Book(m.records);
    const record = book.kit.toolRecord(person, 'biltmore-stick', m.survey);
    expect(record).toMatchObject({ pairs: 20, bias: expect.closeTo(0.1, 9) });
    expect(book.tree(tree)?.inForce).toMatchObject([{ reach: 0.635, sigmaShare: record?.sigma }]);
    // the tape it is judged by has no record of its own, and nobody's readings are anybody else's
    expect(JUDGED_TOOLS.filter((tool) => book.kit.toolRecord(person, tool, m.survey))).toEqual(['biltmore-stick']);
    const stranger = m.read(stem, visit, stick(31), null);
    expect(new Book(m.records).tree(tree)?.inForce.find((r) => r.id === stranger)).not.toHaveProperty('sigmaShare');
  });

  it('counts a person’s pairs in their own survey, and elsewhere what that person adopted', () => {
    const m = new Maker();
    m.make('person', { name: 'N', eyeHeight: 1.6, reach: 0.6 }, null, person);
    for (let i = 0; i < 8; i++) {
      const { tree, stem } = m.tree();
      const visit = m.make('visit', { tree, on: '2026-05-01' });
      m.read(stem, visit, stick(33 + i));
      m.read(stem, visit, tape(30));
    }
    const elsewhere = m.tree(v7());
    const visit = m.make('visit', { tree: elsewhere.tree, on: '2026-05-02' });
    m.read(elsewhere.stem, visit, stick(33));
    const book = new Book(m.records);
    const own = book.kit.toolRecord(person, 'biltmore-stick', m.survey);
    expect(own).toEqual(book.kit.pairedEverywhere(person, 'biltmore-stick'));
    expect(book.tree(elsewhere.tree)?.inForce[0]).not.toHaveProperty('sigmaShare');
    const { pairs, bias, biasSigma, sigma } = own as ToolRecord;
    m.make('tool-calibration', { person, tool: 'biltmore-stick', pairs, bias, biasSigma, sigma, on: '2026-05-03' });
    const grown = book.add(m.records).book;
    expect(grown.tree(elsewhere.tree)?.inForce).toMatchObject([{ sigmaShare: sigma }]);
  });

  it('pairs nothing across visits, stems or heights', () => {
    const m = new Maker();
    const { tree, stem } = m.tree();
    const [then, now] = [m.make('visit', { tree, on: '2023-05-01' }), m.make('visit', { tree, on: '2026-05-01' })];
    const second = m.make('stem', { tree, number: 2 });
    m.read(stem, then, stick(33));
    m.read(stem, now, tape(30));
    m.read(second, now, stick(33));
    m.read(stem, now, { ...stick(33), pom: 1.6 });
    expect(JUDGED_TOOLS.map((tool) => new Book(m.records).kit.pairedEverywhere(person, tool)).every((r) => r === null)).toBe(true);
  });

  it('has the protocol of a survey, or none until it has arrived', () => {
    const m = new Maker();
    const protocol = m.make('protocol', { name: 'P', preset: null, options: PRESETS.street.options });
    const survey = m.make('survey', { name: 'S', kind: 'street', protocol, place: null });
    const book = new Book(m.records);
    expect(book.protocolOf(book.find('survey', survey))?.name).toBe('P');
    const without = new Book(m.records.filter((r) => r.kind !== 'protocol'));
    expect(without.protocolOf(without.find('survey', survey))).toBeNull();
  });
});
