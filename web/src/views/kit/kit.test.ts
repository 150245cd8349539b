import { PRESETS } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { bodyHint } from '../../book/body-hint';
import { Book } from '../../book/book';
import { kitOf } from '../../book/kit-model';
import { makeRecord } from '../../book/make-records';
import type { AnyRecord } from '../../contract/envelope';

const demo = demoRecords().records as unknown as AnyRecord[];
const book = new Book(demo);
const person = (name: string) => book.all('person').find((p) => p.body.name === name)?.entity ?? '';
const maker = { device: 'desk', person: null, now: new Date('2027-06-01T10:00:00Z'), newId: v7 };

describe('the kit', () => {
  it('shows what paired readings say of a stick, and for what it is good enough', () => {
    const kit = kitOf(book, person('R. Calloway'), '2026-05-01');
    const stick = kit?.tools.find((t) => t.tool === 'biltmore-stick');
    expect(stick?.record.pairs).toBeGreaterThan(5);
    // the demo's stick reads 1.5 % too much and scatters 2.5 %
    expect(stick?.record.sigma).toBeGreaterThan(0.02);
    expect(stick?.record.sigma).toBeLessThan(0.04);
    const timber = stick?.purposes.find((p) => p.name === 'Tansy Creek cruise');
    expect(timber?.upTo).toBeGreaterThan(0.3);
    expect(kit?.tools.find((t) => t.tool === 'caliper')?.record).toMatchObject({ pairs: 0 });
  });
  it('says when a measure is due, and shows the newest', () => {
    const id = person('I. Salvatierra');
    const mark = (b: Book, on: string) => kitOf(b, id, on)?.measures.find((m) => m.what === 'breast-height-mark');
    expect(mark(book, '2026-06-01')).toMatchObject({ value: 1.3, due: { state: 'good' } });
    expect(mark(book, '2027-05-01')?.due?.state).toBe('soon');
    expect(mark(book, '2027-06-01')?.due?.state).toBe('due');
    const again = makeRecord(maker, 'body-measure', {
      person: id,
      what: 'breast-height-mark',
      value: 1.31,
      footwear: 'snowshoes',
      where: 'belt',
      on: '2027-06-01',
    });
    expect(mark(new Book([...demo, again as AnyRecord]), '2027-06-02')).toMatchObject({ value: 1.31, footwear: 'snowshoes', taken: 2 });
    expect(kitOf(book, v7(), '2026-06-01')).toBeNull();
  });
  it('hints at the quick way only where the protocol takes it and the mark is good', () => {
    const id = person('I. Salvatierra');
    const { 'forest-metric': forest, monitoring, street, 'timber-us': us } = PRESETS;
    expect(bodyHint(book, id, forest.options, '2026-06-01')).toMatch(/second button of the vest \(in summer boots\)/);
    expect(bodyHint(book, id, forest.options, '2027-06-01')).toMatch(/over a year old/);
    expect(bodyHint(book, id, us.options, '2026-06-01')).toMatch(/at 4\.27 ft, this protocol measures at 4\.5 ft/);
    expect(bodyHint(book, id, monitoring.options, '2026-06-01')).toMatch(/not with a body mark/);
    expect(bodyHint(book, id, street.options, '2026-06-01')).toMatch(/with a tape/);
    expect(bodyHint(book, null, forest.options, '2026-06-01')).toMatch(/stick of 1\.30 m/);
  });
});
