import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CalledTree, type LineContext, nameOfClass, ownLetters, parseCall, printCall, sayCall } from './index';

const metric: LineContext = {
  species: [
    { code: 'sp', name: 'Scots pine' },
    { code: 'spr', name: 'Spruce' },
    { code: 'ok', name: 'Oak' },
    { code: 'be', name: 'Beech' },
    { code: '316', name: 'Red maple' },
  ],
  units: 'metric',
  classes: null,
  second: null,
  logLength: null,
  ownFields: [
    { kind: 'choice', key: 'condition', name: 'condition', choices: ['good', 'fair', 'poor'] },
    { kind: 'number', key: 'crack', name: 'crack', unit: 'cm', from: 0, to: 90 },
    { kind: 'yes-no', key: 'nest', name: 'nest' },
    { kind: 'text', key: 'gall', name: 'gall' },
  ],
};
const us: LineContext = { ...metric, units: 'us', logLength: 16 * 0.3048, classes: { width: 2, unit: 'in', names: 'middle' } };

const read = (text: string, context = metric): CalledTree => {
  const parsed = parseCall(text, context);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.reason}`);
  return parsed.tree;
};
const refused = (text: string, context = metric): string => {
  const parsed = parseCall(text, context);
  if (parsed.ok) throw new Error(`${text} was taken for ${JSON.stringify(parsed.tree)}`);
  return parsed.reason;
};

describe('a called line', () => {
  it('is species, diameter, then logs or height', () => {
    expect(read('sp 31.4 17')).toMatchObject({
      species: 'sp',
      diameter: { kind: 'exact', value: 31.4, unit: 'cm', byEye: false },
      height: { value: 17, unit: 'm', byEye: false },
      logs: null,
      count: 1,
    });
    expect(read('ok 14 2.5', us)).toMatchObject({ diameter: { kind: 'class', from: 13, width: 2, unit: 'in' }, logs: 2.5, height: null });
    expect(read('ok 12,5 @40 8.2 g2')).toMatchObject({
      diameter: { value: 12.5 },
      place: { bearing: 40, distance: 8.2, unit: 'm' },
      grade: '2',
    });
    // without a species the last one goes on
    expect(read('31.4 17')).toMatchObject({ species: null, diameter: { value: 31.4 } });
    expect(read('SP ~30 ~18 x3 -10% d c k #12 !top gone')).toMatchObject({
      species: 'sp',
      diameter: { byEye: true },
      height: { byEye: true },
      count: 3,
      cull: 10,
      status: 'dead-standing',
      crownClass: 'codominant',
      cutOrLeave: 'leave',
      tag: '12',
      note: 'top gone',
    });
  });

  it('takes a unit at its word, wherever it stands', () => {
    expect(read('ok 26ft 14in', us)).toMatchObject({
      diameter: { kind: 'exact', value: 14, unit: 'in' },
      height: { value: 26, unit: 'ft' },
    });
    expect(read('ok 14" 40\'6 2l', us)).toMatchObject({ diameter: { unit: 'in' }, height: { value: 40.5, unit: 'ft' }, logs: 2 });
    expect(read('ok 14 2 40ft', us)).toMatchObject({ logs: 2, height: { value: 40 } });
    expect(read('ok 35.6cm 2', us)).toMatchObject({ diameter: { kind: 'exact', value: 35.6, unit: 'cm' }, logs: 2 });
    expect(read('sp 31.4 7l')).toMatchObject({ logs: 7, height: null });
  });

  it('asks for the unit only where both would do', () => {
    // 8 ft on 14 in is no tree; 60 logs neither; 26 in the middle of the two
    expect(read('ok 14 8', us).logs).toBe(8);
    expect(read('ok 14 60', us).height).toMatchObject({ value: 60, unit: 'ft' });
    expect(read('ok 14 2.25', { ...us, second: 'height' }).height).toMatchObject({ value: 2.25 });
    const both: LineContext = { ...metric, logLength: 3 };
    expect(refused('sp 31.4 7', both)).toMatch(/7l or 7m/);
    expect(read('sp 31.4 7', { ...both, second: 'logs' }).logs).toBe(7);
    expect(read('sp 31.4 7', { ...both, second: 'height' }).height).toMatchObject({ value: 7 });
    expect(read('sp 31.4 2.5', both).logs).toBe(2.5);
  });

  it('knows its species by code or by the one beginning', () => {
    expect(read('b 20').species).toBe('be');
    expect(read('sp 20').species).toBe('sp');
    expect(read('pine 20').species).toBe('sp');
    // s is the letter of a stump, whatever begins with it
    expect(read('s 20')).toMatchObject({ species: null, status: 'stump' });
    expect(read('spr 20').species).toBe('spr');
    // a letter that is a mark is the mark
    expect(read('o 20')).toMatchObject({ species: null, crownClass: 'dominant' });
    expect(read('sp=316 20').species).toBe('316');
    expect(read('316').diameter).toMatchObject({ value: 316 });
    expect(refused('sp be 20')).toMatch(/second species/);
    expect(refused('zz 20')).toMatch(/no code/);
    const twice = { ...metric, species: [...metric.species, { code: 'OK', name: 'Okra' }] };
    expect(refused('ok 20', twice)).toMatch(/Oak and Okra/);
    expect(read('ok 20', { ...metric, species: [...metric.species, { code: 'OK', name: 'oak' }] }).species).toBe('ok');
    expect(refused('be 20', { ...metric, species: [...metric.species, { code: 'BE', name: 'Birch' }] })).toMatch(/Beech and Birch/);
    expect(
      refused('p 20', {
        ...metric,
        species: [
          { code: 'pa', name: 'A' },
          { code: 'pb', name: 'B' },
        ],
      }),
    ).toMatch(/pa A or pb B/);
  });

  it('has only classes that the survey has', () => {
    expect(refused('ok 15', us)).toMatch(/14 or 16/);
    expect(read('ok 15in', us).diameter).toMatchObject({ kind: 'exact', value: 15 });
    expect(read('ok 13..15', us).diameter).toMatchObject({ kind: 'class', from: 13, width: 2 });
    expect(read('ok 12..15in', us).diameter).toMatchObject({ kind: 'class', from: 12, width: 3 });
    expect(nameOfClass({ kind: 'class', from: 13, width: 2, unit: 'in' }, us.classes)).toBe(14);
    expect(nameOfClass({ kind: 'class', from: 12, width: 2, unit: 'in' }, us.classes)).toBeNull();
    const byLimit: LineContext = { ...metric, classes: { width: 5, unit: 'cm', names: 'lower-limit' } };
    expect(read('sp 0', byLimit).diameter).toMatchObject({ from: 0, width: 5 });
    expect(read('sp 35', byLimit).diameter).toMatchObject({ from: 35, width: 5 });
    expect(read('sp 37.5cm', byLimit).diameter).toMatchObject({ kind: 'exact', value: 37.5 });
    expect(refused('ok 0', us)).toMatch(/no diameter/);
    expect(refused('ok 1', us)).toMatch(/no class 1: 2 in/);
  });

  it('answers the survey’s own questions by letter, key or beginning', () => {
    expect([...ownLetters(metric.ownFields)]).toEqual([
      ['condition', 'c'],
      ['crack', 'r'],
      ['nest', 'n'],
      ['gall', 'a'],
    ]);
    expect(read('sp 20 c=f r=2,5 n=yes gall="two of them"').own).toEqual({
      condition: 'fair',
      crack: 2.5,
      nest: true,
      gall: 'two of them',
    });
    expect(refused('sp 20 c=awful')).toMatch(/one of good, fair, poor/);
    expect(refused('sp 20 r=91')).toMatch(/from 0 to 90/);
    expect(refused('sp 20 z=1')).toMatch(/Nothing is asked under/);
    expect(refused('sp 20 c=f condition=poor')).toMatch(/said twice/);
  });

  it.each([
    ['', /Nothing is typed/],
    ['hello world', /no code/],
    ['sp 31.4 x0', /x1 to x999/],
    ['sp 31.4 x1000', /x1 to x999/],
    ['sp 1.234,5', /mixes decimal and thousands/],
    ['sp 1,234.5', /mixes decimal and thousands/],
    ['sp 1,234', /thousands or a fraction/],
    ['sp 31.', /one side/],
    ['sp -31', /negative/],
    ['sp 31.4 @40', /how far/],
    ['sp 31.4 @400 8', /full turn/],
    ['sp 31.4 x2 @40 8.2', /alike can’t stand/],
    ['sp 31.4 -120%', /at most 100/],
    ['sp 31.4 30cm', /Which is the diameter/],
    ['sp 31.4 12 13 14', /fourth number/],
    ['sp 31.4 12m 13m', /said twice/],
    ['sp 2000', /no diameter/],
    ['sp 31.4 2.3l', /whole and half logs/],
    ['sp 31.4 d a', /said twice/],
    ['#12', /Of which tree/],
    ['x3', /Of which tree/],
    ['sp 31.4 #', /tag/],
    ["ok 14in 40'13", /under 12/],
  ])('refuses %s with a sentence', (text, why) => {
    expect(refused(text)).toMatch(why);
  });

  it('says where the wrong word stands', () => {
    const parsed = parseCall('sp 31.4 x0 d', metric);
    expect(parsed).toMatchObject({ ok: false, from: 8, to: 10 });
  });

  it('is read back in words', () => {
    expect(sayCall(read('sp 31.4 17 @40 8.2 d'), metric)).toBe('Scots pine, 31.4 cm, 17 m high, 40° NE 8.2 m, dead standing');
    expect(sayCall(read('14 2.5 x3', us), us, 'Oak')).toBe('3 × Oak, class 14 in from 13 to 15 in, 2.5 logs');
  });
});

const number = (from: number, to: number) => fc.integer({ min: from * 100, max: to * 100 }).map((n) => n / 100);
const text = fc
  .string({ minLength: 1, maxLength: 12 })
  .filter((t) => t.trim() === t && !/[\n\r\t\f\v\u0085\u2028\u2029]/.test(t) && !/\s\s/.test(t));
const marks = fc.record({
  x: fc.option(fc.integer({ min: 1, max: 999 }).map((n) => `x${n}`)),
  cull: fc.option(number(0, 100).map((n) => `-${n}%`)),
  grade: fc.option(fc.constantFrom('g2', 'g1a', 'g="very good"')),
  status: fc.option(fc.constantFrom('a', 'd', 'w', 's', 'f', 'n', 'v', 'not-found')),
  crown: fc.option(fc.constantFrom('o', 'c', 'i', 'u', 'suppressed')),
  cut: fc.option(fc.constantFrom('k', 't', 'leave')),
  product: fc.option(fc.constantFrom('product=pole', 'product="long pole"')),
  damage: fc.option(text.map((t) => `damage="${t.replaceAll('"', '""')}"`)),
  own: fc.option(fc.constantFrom('c=poor', 'r=3.25', 'n=no', 'gall="a b"')),
  tag: fc.option(
    fc.oneof(
      fc.constant('#12'),
      text.map((t) => `#"${t.replaceAll('"', '""')}"`),
    ),
  ),
  note: fc.option(text.map((t) => `!"${t.replaceAll('"', '""')}"`)),
});
const line = fc.record({
  marks,
  place: fc.option(fc.tuple(number(0, 360), number(0, 60), fc.constantFrom('', 'ft', 'm'), fc.constantFrom('', '~'))),
  species: fc.option(fc.constantFrom('sp', 'be', 'OK', 'sp=316')),
  diameter: fc.oneof(
    number(5, 150).map((d) => `${d}cm`),
    fc.integer({ min: 1, max: 60 }).map((n) => String(n * 2)),
    fc.integer({ min: 1, max: 60 }).map((n) => `${n}..${n + 2}in`),
  ),
  second: fc.option(
    fc.oneof(
      number(2, 60).map((h) => `${h}m`),
      fc.integer({ min: 1, max: 24 }).map((n) => `${n / 2}l`),
      fc.constant("41'6.5"),
    ),
  ),
});
const parts = ({ marks: m, place, species, diameter, second }: typeof line extends fc.Arbitrary<infer T> ? T : never) => ({
  marked: [
    // what is alike stands at no one place
    ...(place ? [`@${place[0]} ${place[3]}${place[1]}${place[2]}`] : m.x ? [m.x] : []),
    ...[m.cull, m.grade, m.status, m.crown, m.cut, m.product, m.damage, m.own, m.tag, m.note].filter((p) => p !== null),
  ],
  plain: [species, diameter, second].filter((p) => p !== null),
});

describe('every line that is taken', () => {
  it.each([
    ['metric', metric],
    ['by class, with logs', us],
  ])('prints back to itself, %s', (_, context) => {
    fc.assert(
      fc.property(line, (l) => {
        const { marked, plain } = parts(l);
        const parsed = parseCall([...plain, ...marked].join(' '), context);
        fc.pre(parsed.ok);
        const again = parseCall(printCall(parsed.tree, context), context);
        expect(again).toEqual({ ok: true, tree: parsed.tree });
        expect(printCall(read(printCall(parsed.tree, context), context), context)).toBe(printCall(parsed.tree, context));
      }),
      { numRuns: 500 },
    );
  });

  it('is the same tree in any order of its marks', () => {
    fc.assert(
      fc.property(line, fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 14, maxLength: 14 }), (l, dice) => {
        const { marked, plain } = parts(l);
        const usual = parseCall([...plain, ...marked].join(' '), metric);
        const mixed: string[] = [...plain];
        // each mark is put between any two others
        for (const [i, mark] of marked.entries()) mixed.splice(Math.floor((dice[i] as number) * (mixed.length + 1)), 0, mark);
        const again = parseCall(mixed.join(' '), metric);
        expect(again.ok).toBe(usual.ok);
        if (usual.ok) expect(again).toEqual(usual);
      }),
      { numRuns: 500 },
    );
  });

  it('is one of what anybody may type: never an error thrown', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 40 }),
          fc
            .array(fc.constantFrom('sp', '31.4', '@40', '8.2', 'x3', '-10%', '#', '!', 'c=', '"', '..', '1..3', "4'", 'g'), {
              maxLength: 8,
            })
            .map((w) => w.join(' ')),
        ),
        (any) => {
          const parsed = parseCall(any, metric);
          if (parsed.ok) expect(parseCall(printCall(parsed.tree, metric), metric)).toEqual(parsed);
          else expect(parsed.reason).toMatch(/[.:)]/);
        },
      ),
      { numRuns: 3000 },
    );
  });
});
