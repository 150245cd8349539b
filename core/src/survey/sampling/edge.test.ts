import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Outline } from '../../land/index';
import { metres } from '../../units';
import { circleInside, walkThrough } from './index';

describe('edges', () => {
  const square = (size: number): Outline => ({
    ring: [
      { x: 0, y: 0 },
      { x: size, y: 0 },
      { x: size, y: size },
      { x: 0, y: size },
    ],
    holes: [],
  });
  const r = metres(10);

  it('halves, quarters, strips and holes, as they are by hand', () => {
    expect(circleInside(square(100), { x: 50, y: 50 }, r)).toMatchObject({ share: expect.closeTo(1, 12), weight: expect.closeTo(1, 12) });
    expect(circleInside(square(100), { x: 50, y: 0 }, r).share).toBeCloseTo(0.5, 12);
    expect(circleInside(square(100), { x: 0, y: 0 }, r).share).toBeCloseTo(0.25, 12);
    expect(circleInside(square(100), { x: -20, y: 50 }, r).weight).toBeNull();
    // the circle around the whole tract
    expect(circleInside(square(4), { x: 2, y: 2 }, r).area).toBeCloseTo(16, 9);
    const pond = {
      ring: square(100).ring,
      holes: [
        [
          { x: 48, y: 48 },
          { x: 52, y: 48 },
          { x: 52, y: 52 },
          { x: 48, y: 52 },
        ],
      ],
    };
    expect(circleInside(pond, { x: 50, y: 50 }, r).area).toBeCloseTo(100 * Math.PI - 16, 9);
    // a chord at half the radius: r²·acos(1/2) − (r/2)·√(r² − r²/4)
    const cap = 100 * Math.acos(0.5) - 5 * Math.sqrt(75);
    expect(circleInside(square(100), { x: 50, y: 5 }, r).area).toBeCloseTo(100 * Math.PI - cap, 9);
  });

  it('whatever the outline, agree with counting points, and with the ring the other way round', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 4, max: 30, noNaN: true }), { minLength: 3, maxLength: 12 }),
        fc.double({ min: -15, max: 15, noNaN: true }),
        fc.double({ min: -15, max: 15, noNaN: true }),
        (reaches, x, y) => {
          // a star about the origin never crosses itself
          const ring = reaches.map((reach, i) => {
            const a = (2 * Math.PI * i) / reaches.length;
            return { x: reach * Math.cos(a), y: reach * Math.sin(a) };
          });
          const { area } = circleInside({ ring, holes: [] }, { x, y }, r);
          expect(circleInside({ ring: [...ring].reverse(), holes: [] }, { x, y }, r).area).toBeCloseTo(area, 8);
          // every cell of a fine grid whose middle lies in both; which side of an edge by its own turn about the origin
          const [n, step] = [160, 20 / 160];
          let counted = 0;
          for (let i = 0; i < n; i++)
            for (let j = 0; j < n; j++) {
              const p = { x: x - 10 + (i + 0.5) * step, y: y - 10 + (j + 0.5) * step };
              if ((p.x - x) ** 2 + (p.y - y) ** 2 <= 100 && inStar(ring, p)) counted++;
            }
          expect(Math.abs(counted * step * step - area)).toBeLessThan(4);
        },
      ),
      { numRuns: 40 },
    ));
  /** In the triangle of the origin and the two corners whose directions enclose the point. */
  function inStar(ring: readonly { x: number; y: number }[], p: { x: number; y: number }): boolean {
    const turn = (Math.atan2(p.y, p.x) + 2 * Math.PI) % (2 * Math.PI);
    const i = Math.min(ring.length - 1, Math.floor((turn / (2 * Math.PI)) * ring.length));
    const [a, b] = [ring[i], ring[(i + 1) % ring.length]] as [{ x: number; y: number }, { x: number; y: number }];
    return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) >= 0;
  }

  it('walk-through counts a tree twice whose mirror lies outside, in a pond too', () => {
    const tract: Outline = {
      ring: [
        [89.27, 36.06],
        [54.2, 67.23],
        [-63.82, 61.59],
        [-88.21, 37.68],
        [-23.3, -77.8],
      ].map(([x = 0, y = 0]) => ({ x, y })),
      holes: [],
    };
    const trees = [
      [68.02, 42.15],
      [51.37, 52.42],
      [59.88, 56.89],
      [64.29, 44.85],
      [50.85, 36.77],
      [54.26, 55.89],
      [67.02, 44.22],
      [65.97, 44.21],
      [62.89, 37.09],
      [69.68, 34.22],
    ];
    expect(trees.map(([x = 0, y = 0]) => walkThrough(tract, { x: 62.03, y: 44.66 }, { x, y }))).toEqual([1, 1, 2, 1, 1, 2, 1, 1, 1, 2]);
    const pond = {
      ring: square(100).ring,
      holes: [
        [
          { x: 58, y: 48 },
          { x: 62, y: 48 },
          { x: 62, y: 52 },
          { x: 58, y: 52 },
        ],
      ],
    };
    expect(walkThrough(pond, { x: 50, y: 50 }, { x: 55, y: 50 })).toBe(2);
    expect(walkThrough(pond, { x: 50, y: 50 }, { x: 53, y: 50 })).toBe(1);
  });

  it.each<[string, Outline]>([
    [
      'two corners',
      {
        ring: [
          { x: 0, y: 0 },
          { x: 1, y: 0 },
        ],
        holes: [],
      },
    ],
    [
      'a line',
      {
        ring: [
          { x: 0, y: 0 },
          { x: 1, y: 0 },
          { x: 2, y: 0 },
        ],
        holes: [],
      },
    ],
    [
      'a bow tie',
      {
        ring: [
          { x: 0, y: 0 },
          { x: 4, y: 5 },
          { x: 4, y: 0 },
          { x: 0, y: 4 },
        ],
        holes: [],
      },
    ],
    [
      'a corner nowhere',
      {
        ring: [
          { x: 0, y: 0 },
          { x: Number.NaN, y: 5 },
          { x: 4, y: 0 },
        ],
        holes: [],
      },
    ],
  ])('an outline of %s is none', (_, outline) => expect(() => circleInside(outline, { x: 0, y: 0 }, r)).toThrow());
});
