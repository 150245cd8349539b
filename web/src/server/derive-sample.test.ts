import { describe, expect, it } from 'vitest';
import { DeriveRequest } from '../contract/derive';
import { EXAMPLES } from '../contract/examples';
import { validate } from '../contract/validate';
import { deriveAll } from './derive-service';

const nested = structuredClone(EXAMPLES['in or out of nested circles on a slope, near an edge']) as {
  sample: { rule: unknown; slope?: number; downhill?: number; plan?: { outline: { corners: unknown[] }; centre: unknown } };
  trees: { readings: { value: number }[]; place: Record<string, unknown> }[];
};
const dbh = (cm: number) => [{ kind: 'diameter', tool: 'diameter-tape', value: cm, unit: 'cm' }];
const level = (value: number, more: object = {}) => ({ value, unit: 'm', along: 'level', to: 'axis', by: 'tape', ...more });

function answer(sample: object | undefined, place: object, cm = 40) {
  const checked = validate(DeriveRequest, {
    preset: 'forest-metric',
    ...(sample ? { sample } : {}),
    trees: [{ readings: dbh(cm), place }],
  });
  if (!checked.ok) throw new Error(JSON.stringify(checked.errors));
  return deriveAll(checked.value).trees[0];
}
const point = { rule: { kind: 'point', factor: 4, units: 'metric' } };
const circle = { rule: { kind: 'circle', radius: 12.62 } };

describe('in or out, asked of derive', () => {
  it('limits by hand: a point, a circle on a slope, to the bark', () => {
    expect(answer(point, level(9.9))?.result?.inclusion).toMatchObject({
      in: true,
      limit: expect.closeTo(10, 9),
      tape: expect.closeTo(10, 9),
    });
    expect(answer(point, level(10.3))?.result?.inclusion).toMatchObject({ in: false, near: false });
    // 12.62 m, 20°, 30° off the fall line: the tape reads 13.23 m
    const sloping = { ...circle, slope: 20, downhill: 100 };
    const ground = { along: 'ground', bearing: 130 };
    expect(answer(sloping, level(13.2, ground))?.result?.inclusion).toMatchObject({ in: true, tape: expect.closeTo(13.23, 2) });
    expect(answer(sloping, level(13.3, ground))?.result?.inclusion?.in).toBe(false);
    expect(answer(circle, level(12.5, { to: 'bark' }))?.result?.inclusion).toMatchObject({ in: false, distance: expect.closeTo(12.7, 9) });
  });

  it('edges: what a tree counts for by the part of its own circle inside, and by walking through', () => {
    const half = {
      ...circle,
      plan: {
        centre: { x: 50, y: 5 },
        outline: {
          corners: [
            { x: 0, y: 0 },
            { x: 100, y: 0 },
            { x: 100, y: 100 },
            { x: 0, y: 100 },
          ],
        },
      },
    };
    // on the very edge half of its circle is outside
    expect(answer(half, level(4.999999, { bearing: 180 }))?.result?.inclusion).toMatchObject({
      walkThrough: 2,
      edgeWeight: expect.closeTo(2, 4),
    });
    expect(answer(half, level(10, { bearing: 0 }))?.result?.inclusion).toMatchObject({ walkThrough: 1, edgeWeight: expect.closeTo(1, 9) });
    expect(answer(half, level(6, { bearing: 180 }))?.result?.missing).toMatchObject({ inclusion: { code: 'tree-outside' } });
    expect(answer(half, level(6))?.result?.inclusion).toMatchObject({ walkThrough: null, edgeWeight: null });
  });

  it.each<[string, object, object, number, string]>([
    ['a tree too thin for the rule', nested.sample, level(2, { bearing: 10 }), 5, 'too-thin'],
    ['a tape along ground of no slope', circle, level(9, { along: 'ground' }), 40, 'no-slope'],
    ['a slope without its bearing', { ...circle, slope: 20 }, level(9, { along: 'ground', bearing: 20 }), 40, 'no-bearing'],
    ['a line of sight without its angle', circle, level(9, { along: 'sight' }), 40, 'no-elevation'],
    [
      'a smaller circle for thicker trees',
      {
        rule: {
          kind: 'nested',
          circles: [
            { from: 0.1, radius: 8 },
            { from: 0.2, radius: 4 },
          ],
        },
      },
      level(3),
      40,
      'out-of-range',
    ],
    [
      'an outline that crosses itself',
      {
        ...circle,
        plan: {
          centre: { x: 1, y: 1 },
          outline: {
            corners: [
              { x: 0, y: 0 },
              { x: 4, y: 5 },
              { x: 4, y: 0 },
              { x: 0, y: 4 },
            ],
          },
        },
      },
      level(1, { bearing: 0 }),
      40,
      'out-of-range',
    ],
    [
      'a centre outside',
      {
        ...circle,
        plan: {
          centre: { x: -5, y: 5 },
          outline: {
            corners: [
              { x: 0, y: 0 },
              { x: 9, y: 0 },
              { x: 9, y: 9 },
              { x: 0, y: 9 },
            ],
          },
        },
      },
      level(8, { bearing: 90 }),
      40,
      'centre-outside',
    ],
  ])('%s is said, and the rest of the tree is answered', (_, sample, place, cm, code) => {
    const got = answer(sample, place, cm);
    expect(got).toMatchObject({ ok: true, result: { missing: { inclusion: { code } } } });
    expect(got?.result?.inclusion).toBeUndefined();
    expect(got?.result?.dbh?.value).toBeCloseTo(cm / 100, 9);
  });

  it('a rectangle goes by the bearing, its error too; a strip by the distance off its line', () => {
    const rectangle = { rule: { kind: 'rectangle', width: 25, length: 20, axis: 164 } };
    // along the axis 10 m, across it 12.5
    expect(answer(rectangle, level(9.9, { bearing: 164 }))?.result?.inclusion).toMatchObject({ in: true, limit: expect.closeTo(10, 9) });
    expect(answer(rectangle, level(12.4, { bearing: 74 }))?.result?.inclusion).toMatchObject({
      in: true,
      perHectare: expect.closeTo(20, 9),
    });
    expect(answer(rectangle, level(10.2, { bearing: 344 }))?.result?.inclusion?.in).toBe(false);
    // toward a corner a bearing two degrees off moves the edge by decimetres
    const aslant = answer(rectangle, level(14.2, { bearing: 112 }))?.result?.inclusion;
    expect(aslant?.sigma).toBeGreaterThan(0.2);
    expect(answer(rectangle, level(9, {}))?.result?.missing).toMatchObject({ inclusion: { code: 'no-bearing' } });
    const strip = { rule: { kind: 'strip', width: 20, length: 250 } };
    expect(answer(strip, level(9.9))?.result?.inclusion).toMatchObject({ in: true, perHectare: expect.closeTo(2, 9), edgeWeight: null });
    expect(answer(strip, level(10.1))?.result?.inclusion?.in).toBe(false);
  });

  it('a rectangle in a tract is walked through, and has no circle to take a part of', () => {
    const tract = [
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 200 },
      { x: 0, y: 200 },
    ];
    const sample = {
      rule: { kind: 'rectangle', width: 20, length: 20, axis: 0 },
      plan: { centre: { x: 100, y: 6 }, outline: { corners: tract } },
    };
    expect(answer(sample, level(4, { bearing: 180 }))?.result?.inclusion).toMatchObject({ walkThrough: 2, edgeWeight: null });
    expect(answer(sample, level(2, { bearing: 180 }))?.result?.inclusion).toMatchObject({ walkThrough: 1 });
  });

  it('what a distance was judged with decides how sure it is', () => {
    const near = (by: string) => answer(circle, level(12, { by }))?.result?.inclusion?.near;
    expect([near('tape'), near('laser'), near('paces'), near('eye')]).toEqual([false, false, true, true]);
    const own = validate(DeriveRequest, {
      preset: 'forest-metric',
      errors: { byEye: 0.001 },
      sample: circle,
      trees: [{ readings: dbh(40), place: level(12, { by: 'eye' }) }],
    });
    expect(own.ok && deriveAll(own.value).trees[0]?.result?.inclusion?.near).toBe(false);
  });

  it('the class of a diameter, by the protocol’s names', () => {
    expect(answer(circle, level(3), 41.9)?.result?.dbh?.diameterClass).toEqual({ value: 40, unit: 'cm', named: 'middle' });
    expect(answer(circle, level(3), 42)?.result?.dbh?.diameterClass).toMatchObject({ value: 44 });
  });

  it('a tree without a diameter, and a place without a sample', () => {
    const checked = validate(DeriveRequest, { preset: 'forest-metric', sample: circle, trees: [{ readings: [], place: level(3) }] });
    expect(checked.ok && deriveAll(checked.value).trees[0]).toMatchObject({
      ok: true,
      result: { missing: { inclusion: { code: 'no-diameter' } } },
    });
    expect(answer(undefined, level(3))).toMatchObject({ ok: false, errors: [{ field: 'trees[0].place' }] });
  });

  it.each([
    ['a radius of 0', { rule: { kind: 'circle', radius: 0 } }],
    ['a rectangle without its axis', { rule: { kind: 'rectangle', width: 20, length: 20 } }],
    ['a strip of no length', { rule: { kind: 'strip', width: 20, length: 0 } }],
    ['an azimuth of 400', { rule: { kind: 'rectangle', width: 20, length: 20, axis: 400 } }],
    ['a kind nobody knows', { rule: { kind: 'spiral', radius: 5 } }],
    [
      'two corners',
      {
        ...circle,
        plan: {
          centre: { x: 0, y: 0 },
          outline: {
            corners: [
              { x: 0, y: 0 },
              { x: 1, y: 0 },
            ],
          },
        },
      },
    ],
  ])('%s is refused at the door', (_, sample) => expect(() => answer(sample, level(3))).toThrow(/sample/));

  it('an angle beside a distance that lay level is refused: it would be nobody’s', () => {
    const lying = answer(circle, level(9, { elevation: 12 }));
    expect(lying).toMatchObject({ ok: false, errors: [{ field: 'trees[0].place.along', allowed: expect.stringContaining('sight') }] });
    expect(answer(circle, level(9, { along: 'sight', elevation: 12 }))?.result?.inclusion?.distance).toBeCloseTo(
      9 * Math.cos((12 * Math.PI) / 180),
      9,
    );
  });

  it('of many trees in a tract of many corners is no slow thing', () => {
    const corners = Array.from({ length: 500 }, (_, i) => {
      const turn = (2 * Math.PI * i) / 500;
      return { x: 100 * Math.cos(turn), y: 100 * Math.sin(turn) };
    });
    const sample = { ...circle, plan: { centre: { x: 0, y: 0 }, outline: { corners } } };
    const trees = Array.from({ length: 2000 }, (_, i) => ({ readings: dbh(40), place: level(5, { bearing: i % 360 }) }));
    const checked = validate(DeriveRequest, { preset: 'forest-metric', sample, trees });
    if (!checked.ok) throw new Error(JSON.stringify(checked.errors));
    expect(
      deriveAll(checked.value).trees.every(
        (t) => t.result?.inclusion?.edgeWeight === 1 || (t.result?.inclusion?.edgeWeight ?? 0) - 1 < 1e-9,
      ),
    ).toBe(true);
  });
});
