import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { overlap, within } from './box';
import { planLayout } from './plan-layout';
import { plotLayout, tappedOn } from './plot-layout';
import type { PlotScene, PlotShape } from './plot-scene';

const shape = fc.oneof<fc.Arbitrary<PlotShape>[]>(
  fc.double({ min: 3, max: 40, noNaN: true }).map((r) => ({
    kind: 'circles',
    circles: [
      { radius: r / 3, from: 0.07 },
      { radius: r, from: 0.3 },
    ],
  })),
  fc.record({
    kind: fc.constant('rectangle' as const),
    width: fc.integer({ min: 5, max: 50 }),
    length: fc.integer({ min: 5, max: 100 }),
    axis: fc.integer({ min: 0, max: 360 }),
  }),
  fc.record({
    kind: fc.constant('strip' as const),
    width: fc.integer({ min: 5, max: 30 }),
    length: fc.integer({ min: 50, max: 400 }),
    axis: fc.integer({ min: 0, max: 360 }),
  }),
  fc.double({ min: 10, max: 50, noNaN: true }).map((perDiameter) => ({ kind: 'point', perDiameter })),
);
const tree = fc.record({
  at: fc.record({ x: fc.double({ min: -15, max: 15, noNaN: true }), y: fc.double({ min: -15, max: 15, noNaN: true }) }),
  dbh: fc.option(fc.double({ min: 0.05, max: 1.2, noNaN: true })),
});
const scene = fc.record({ shape, trees: fc.array(tree, { maxLength: 60 }), downhill: fc.integer({ min: 0, max: 359 }) }).map(
  ({ shape: s, trees, downhill }): PlotScene => ({
    shape: s,
    trees: trees.map((t, i) => ({ ...t, id: `t${i}`, code: `PS ${i}`, stands: 'in', ink: i % 5 })),
    slope: { degrees: 14, downhill },
    outline: null,
    edges: [],
    witnesses: [{ what: 'rock', at: { x: 2, y: 3 } }],
    next: { bearing: 80, distance: 120, name: 'plot 4' },
    hand: null,
    units: 'metric',
  }),
);
const frames = fc.constantFrom({ width: 360, height: 320 }, { width: 390, height: 300 }, { width: 700, height: 620 });

describe('a plot on the screen', () => {
  it('is to scale and north up, whole in its frame, no label over another or over a tree', () =>
    fc.assert(
      fc.property(scene, frames, (s, frame) => {
        const l = plotLayout(s, frame);
        expect(l.trees.length + l.beyond).toBe(s.trees.length);
        for (const t of l.trees) {
          const { at } = s.trees.find((o) => o.id === t.id) as PlotScene['trees'][number];
          expect(t.at.x - l.centre.x).toBeCloseTo(at.x * l.scale, 6);
          expect(l.centre.y - t.at.y).toBeCloseTo(at.y * l.scale, 6);
          expect(t.at.x > 0 && t.at.x < frame.width && t.at.y > 0 && t.at.y < frame.height).toBe(true);
        }
        for (const p of l.boundary) expect(p.x > 0 && p.x < frame.width && p.y > 0 && p.y < frame.height).toBe(true);
        for (const c of l.circles) expect(l.centre.x + c.radius <= frame.width && l.centre.y - c.radius >= 0).toBe(true);
        for (const [i, a] of l.labels.entries()) {
          expect(within(a.box, { x: 0, y: 0, w: frame.width, h: frame.height })).toBe(true);
          for (const b of l.labels.slice(i + 1)) expect(overlap(a.box, b.box)).toBe(false);
        }
      }),
      { numRuns: 60 },
    ));

  it('rectangles have their sides, whichever way they lie', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 360 }), (axis) => {
        const l = plotLayout({ ...EMPTY, shape: { kind: 'rectangle', width: 20, length: 50, axis } }, { width: 500, height: 500 });
        const [a, b, c] = l.boundary as [{ x: number; y: number }, { x: number; y: number }, { x: number; y: number }];
        expect(Math.hypot(b.x - a.x, b.y - a.y) / l.scale).toBeCloseTo(50, 6);
        expect(Math.hypot(c.x - b.x, c.y - b.y) / l.scale).toBeCloseTo(20, 6);
        const bearing = (Math.atan2(b.x - a.x, a.y - b.y) * 180) / Math.PI;
        expect(Math.cos(((bearing - axis) * Math.PI) / 180)).toBeCloseTo(1, 9);
      }),
    ));

  it('a tap is the tree that is drawn there, else its bearing and distance from the centre', () =>
    fc.assert(
      fc.property(
        scene,
        fc.double({ min: 0, max: 359.9, noNaN: true }),
        fc.double({ min: 0.5, max: 8, noNaN: true }),
        (s, bearing, distance) => {
          const l = plotLayout(s, { width: 700, height: 620 });
          for (const t of l.trees) expect(tappedOn(l, t.at)).toHaveProperty('tree');
          const bare = plotLayout({ ...s, trees: [] }, { width: 700, height: 620 });
          const turn = (bearing * Math.PI) / 180;
          const at = {
            x: bare.centre.x + Math.sin(turn) * distance * bare.scale,
            y: bare.centre.y - Math.cos(turn) * distance * bare.scale,
          };
          const found = tappedOn(bare, at);
          expect(found).toMatchObject({ distance: expect.closeTo(distance, 6) });
          if ('bearing' in found) expect(Math.cos(((found.bearing - bearing) * Math.PI) / 180)).toBeCloseTo(1, 9);
        },
      ),
      { numRuns: 40 },
    ));

  it('a tree 200 m off on a plot of 12.62 m is not drawn, and the plot stays as large as it was', () => {
    const own: PlotScene = { ...EMPTY, shape: { kind: 'circles', circles: [{ radius: 12.62, from: null }] } };
    const tree = (id: string, x: number) => ({ id, code: id, at: { x, y: 0 }, dbh: 0.3, stands: 'out', ink: 0 }) as const;
    const frame = { width: 400, height: 400 };
    const l = plotLayout({ ...own, trees: [tree('a', 5), tree('b', 200)], hand: { at: { x: 0, y: 126 }, dbh: 0.3, limit: null } }, frame);
    expect(l).toMatchObject({ beyond: 1, hand: null, scale: plotLayout(own, frame).scale });
    expect(l.trees.map((t) => t.id)).toEqual(['a']);
  });

  it('says its circles, its slope and the way on, where there is room', () => {
    const l = plotLayout(
      {
        ...EMPTY,
        shape: {
          kind: 'circles',
          circles: [
            { radius: 3.99, from: 0.07 },
            { radius: 12.62, from: 0.3 },
          ],
        },
        slope: { degrees: 16, downhill: 200 },
        next: { bearing: 72, distance: 141.4, name: 'plot 8' },
      },
      { width: 640, height: 600 },
    );
    const said = l.labels.map((label) => label.text);
    expect(said).toEqual(expect.arrayContaining(['12.62 m from 30 cm', '3.99 m from 7 cm', '16° down', 'plot 8: 72° E, 141 m', '5 m']));
    expect(l.fall?.[1].y).toBeGreaterThan(l.centre.y);
  });
});

const EMPTY: PlotScene = {
  shape: { kind: 'point', perDiameter: 25 },
  trees: [],
  slope: null,
  outline: null,
  edges: [],
  witnesses: [],
  next: null,
  hand: null,
  units: 'metric',
};

describe('a survey’s plan', () => {
  const square = (size: number) => ({
    ring: [
      { x: 0, y: 0 },
      { x: size, y: 0 },
      { x: size, y: size },
      { x: 0, y: size },
    ],
    holes: [],
  });
  it('is to scale and whole in its frame', () => {
    const l = planLayout(
      { areas: [{ id: 'a', name: 'north', outlines: [square(400)] }], plots: [{ id: 'p', name: '1', at: { x: 100, y: 300 } }] },
      { width: 300, height: 200 },
      13,
    );
    const [area] = l?.areas ?? [];
    const xs = area?.rings[0]?.map((p) => p.x) ?? [];
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(400 * (l?.scale ?? 0), 9);
    expect(l?.plots[0]?.at.y).toBeLessThan(100);
    expect(l?.labels.map((label) => label.text)).toContain('1');
  });
  it('of nothing there is none, of one plot there is one', () => {
    expect(planLayout({ areas: [], plots: [] }, { width: 100, height: 80 }, 0)).toBeNull();
    expect(
      planLayout({ areas: [], plots: [{ id: 'p', name: '1', at: { x: 5, y: 5 } }] }, { width: 100, height: 80 }, 0)?.plots[0]?.at,
    ).toEqual({ x: 50, y: 40 });
  });
});
