import { PRESETS, type ProtocolOptions, protocolSentences } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { Book } from '../../book/book';
import { makeRecord } from '../../book/make-records';
import { changeOf } from '../../book/protocol-change';
import { differences } from '../../book/protocol-differences';
import { protocolLines } from '../../book/protocol-list';
import { thingOf } from '../../book/test-thing';
import type { Stated } from '../../book/things';
import type { AnyRecord } from '../../contract/envelope';
import { ProtocolOptionsInput } from '../../contract/protocol-options';
import { validate } from '../../contract/validate';
import type { OptionField } from './option-field';
import { fieldsOf, isChosen, readTyped } from './option-fields';
import { parseQuestions, parseYoung, sayQuestions, sayYoung } from './said-questions';

const demo = demoRecords().records as unknown as AnyRecord[];
const book = new Book(demo);
const survey = (name: string) => book.all('survey').find((s) => s.body.name === name) as Stated<'survey'>;
const maker = { device: 'desk', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };

/** Every way a field may change a protocol, or some of them where anything may be typed. */
function changesOf(field: OptionField): readonly Partial<ProtocolOptions>[] {
  switch (field.kind) {
    case 'choice':
      return field.choices.map((c) => c.change);
    case 'toggles':
      return field.toggles.flatMap((t) => t.change ?? []);
    case 'number':
      return [field.set(1)];
    case 'name':
      return [field.set('poles')];
    case 'said': {
      const read = field.read(field.hint);
      if (!read.ok) throw new Error(read.reason);
      return [read.change];
    }
  }
}

describe('editing a protocol', () => {
  it.each(Object.values(PRESETS))('“$name”: every way every option may be set is a protocol, and says so', ({ options }) => {
    for (const { option } of protocolSentences(options)) {
      for (const field of fieldsOf(option, options)) {
        const changes = changesOf(field);
        for (const change of changes) {
          const changed: ProtocolOptions = { ...options, ...change };
          expect(validate(ProtocolOptionsInput, JSON.parse(JSON.stringify(changed))), `${option} ${JSON.stringify(change)}`).toMatchObject({
            ok: true,
          });
          expect(differences(options, changed).every((k) => k === option)).toBe(true);
        }
        if (field.kind === 'choice') expect(field.choices.filter((c) => isChosen(c, options)).length, option).toBeLessThanOrEqual(1);
      }
    }
  });
  it('takes a typed number where the contract does, and refuses it in the contract’s words', () => {
    const field = (options: ProtocolOptions) => fieldsOf('breastHeight', options)[0] as Parameters<typeof readTyped>[1];
    const { options: metric } = PRESETS['forest-metric'];
    const { options: us } = PRESETS['timber-us'];
    expect(readTyped('1,4', field(metric), metric)).toEqual({ ok: true, change: { breastHeight: 1.4 } });
    expect(readTyped('7', field(metric), metric)).toEqual({ ok: false, reason: 'A number from 0.5 to 2 m.' });
    expect(readTyped('12', field(us), us)).toEqual({ ok: false, reason: '12 is 3.66 m. A number from 0.5 to 2 m.' });
    expect(readTyped('high', field(us), us).ok).toBe(false);
  });
  it('takes a name of one’s own for a class of products, once', () => {
    const { options } = PRESETS['timber-us'];
    const names = fieldsOf('products', options).filter((f) => f.kind === 'name');
    const [first] = names;
    if (!first) throw new Error('the preset has products');
    expect(names.map((f) => f.value)).toEqual((options.products ?? []).map((p) => p.product));
    expect(readTyped(' veneer ', first, options)).toMatchObject({ ok: true, change: { products: [{ product: 'veneer' }, {}] } });
    expect(readTyped('pulpwood', first, options)).toEqual({ ok: false, reason: 'Another is called “pulpwood” already.' });
    expect(readTyped(' ', first, options).ok).toBe(false);
    expect(readTyped('x'.repeat(61), first, options).ok).toBe(false);
  });
  it('tells two protocols apart whatever the order of their fields', () => {
    const { options } = PRESETS['timber-us'];
    const turned = JSON.parse(JSON.stringify(options), (_, v: unknown) =>
      v && typeof v === 'object' && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).reverse()) : v,
    ) as ProtocolOptions;
    expect(differences(options, turned)).toEqual([]);
    expect(differences(options, { ...options, lean: 'axis' })).toEqual(['lean']);
  });
});

describe('questions of a survey’s own', () => {
  it('are read as they are written, and written as they are read', () => {
    const read = parseQuestions(
      'condition: good, fair, poor; nests: 0 to 9; girdled at: -1,5 - 3 m; hollow?; remarks; rings: from 5; holes: up to 4 cm; girth: a number',
    );
    expect(read).toMatchObject({
      ok: true,
      value: [
        { kind: 'choice', key: 'condition', choices: ['good', 'fair', 'poor'] },
        { kind: 'number', key: 'nests', from: 0, to: 9 },
        { kind: 'number', key: 'girdled-at', from: -1.5, to: 3, unit: 'm' },
        { kind: 'yes-no', key: 'hollow', name: 'hollow' },
        { kind: 'text', key: 'remarks' },
        { kind: 'number', key: 'rings', from: 5 },
        { kind: 'number', key: 'holes', to: 4, unit: 'cm' },
        { kind: 'number', key: 'girth' },
      ],
    });
    if (read.ok) expect(parseQuestions(sayQuestions(read.value))).toEqual(read);
    expect(parseQuestions('')).toEqual({ ok: true, value: [] });
  });
  it.each(['good: fair', ': a, b', 'nests; Nests', '123; 4', 'x:'])('“%s” is refused with a reason', (text) =>
    expect(parseQuestions(text)).toMatchObject({ ok: false, reason: expect.stringMatching(/\w.{10}/) }),
  );
  it('are refused by the contract where nothing can answer them', () => {
    const field = fieldsOf('ownFields', PRESETS.street.options)[0] as Parameters<typeof readTyped>[1];
    expect(readTyped('nests: 9 to 2', field, PRESETS.street.options)).toMatchObject({ ok: false, reason: expect.stringContaining('both') });
    expect(readTyped('colour: red, red', field, PRESETS.street.options)).toMatchObject({ ok: false });
  });
  it('young trees too', () => {
    expect(parseYoung('2 m: under 1.3 m, over 1.3 m', 'm')).toMatchObject({
      ok: true,
      value: { radius: 2, classes: ['under 1.3 m', 'over 1.3 m'] },
    });
    expect(parseYoung(' ', 'm')).toEqual({ ok: true, value: null });
    for (const text of ['2 m', 'wide: a', '2 m:', '-1: a']) expect(parseYoung(text, 'm').ok, text).toBe(false);
    expect(sayYoung({ radius: 2, classes: ['a', 'b'] })).toBe('2.00 m: a, b');
  });
});

describe('the list of protocols', () => {
  it('puts a survey’s copy of a preset under the preset, and what is edited beside them with its versions', () => {
    const lines = protocolLines(book);
    expect(lines.map((l) => [l.record ? l.name : l.id, l.surveys.map((s) => s.name)])).toEqual([
      ['timber-us', []],
      ['forest-metric', []],
      ['monitoring', []],
      ['street', ['Puerto Lenga']],
      ['tall-tree', ['Araucarias of Cerro Tildemar']],
      ['Tansy Creek cruise', ['Tansy Creek tract']],
      ['Monte Umbrío inventory', ['Monte Umbrío']],
    ]);
    const first = makeRecord(maker, 'protocol', {
      name: 'Our way',
      preset: 'street',
      options: { ...PRESETS.street.options, lean: 'underside' } as never,
    });
    const second = makeRecord(maker, 'protocol', { ...first.body, options: { ...first.body.options, breastHeight: 1.25 } }, thingOf(first));
    const more = protocolLines(new Book([...demo, first as AnyRecord, second as AnyRecord]));
    expect(more.at(-1)).toMatchObject({ name: 'Our way', id: first.id, options: { breastHeight: 1.25 }, surveys: [] });
    expect(more.at(-1)?.versions).toHaveLength(2);
  });
});

describe('another protocol for a survey', () => {
  it('changes nothing when it says the same', () => {
    const change = changeOf(book, survey('Puerto Lenga'), { name: 'the same', options: PRESETS.street.options });
    expect(change?.trees).toEqual([]);
  });
  it('shows which trees come out otherwise, and where the tape lay elsewhere than it now should', () => {
    const change = changeOf(book, survey('Puerto Lenga'), { name: 'monitoring', options: PRESETS.monitoring.options });
    const of = (tag: string) => change?.trees.find((t) => t.tag === tag);
    // a number for three stems where each stood alone
    expect(of('M 04')?.before).toContain(' + ');
    expect(of('M 04')?.after).not.toContain(' + ');
    // the tape lay below the swelling, this school wants it above
    expect(of('M 03')?.why).toMatch(/this protocol puts it at 1\.50 m/);
    // the readings themselves are untouched: the point stays where it was read
    expect(of('M 03')?.after).toContain('at 0.96 m');
  });
});
