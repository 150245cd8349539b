import { describe, expect, it } from 'vitest';
import type { Outline } from '../../land/index';
import { degreesToRadians, feetToMetres, inchesToMetres, metres, radians, SQUARE_METRES_PER_ACRE } from '../../units';
import cases from './cases.json';
import { type DistanceToTree, diameterClass, inOrOut, limitOf, type SamplingRule, walkThrough } from './index';

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const foundAt = (read: number, bearing?: number): DistanceToTree => ({
  read: metres(read),
  sigma: metres(0.01),
  along: { kind: 'level' },
  to: 'axis',
  ...(bearing === undefined ? {} : { bearing: { value: radians(bearing), sigma: radians(0.02) } }),
});

describe('worked plots, whose sums another hand made', () => {
  it('rectangles by azimuth and distance', () => {
    const { along, across, axis, plots, treesPerHectare, basalAreaPerHectare } = cases.rectangles;
    const rule: SamplingRule = { kind: 'rectangle', length: metres(along), width: metres(across), axis: radians(degreesToRadians(axis)) };
    const sums = plots.map((trees) => {
      const inside = trees.flatMap(([cm = 0, azimuth = 0, distance = 0]) => {
        const found = inOrOut(rule, metres(cm / 100), metres(0), foundAt(distance, degreesToRadians(azimuth)));
        return found?.in ? [{ n: found.perHectare, g: (found.perHectare * Math.PI * (cm / 200) ** 2) as number }] : [];
      });
      return { n: inside.reduce((s, t) => s + t.n, 0), g: inside.reduce((s, t) => s + t.g, 0) };
    });
    expect(mean(sums.map((s) => s.n))).toBeCloseTo(treesPerHectare, 6);
    expect(mean(sums.map((s) => s.g))).toBeCloseTo(basalAreaPerHectare, 6);
  });

  it('points near an edge, walked through', () => {
    const { factor, tract, points, treesPerAcre, basalAreaPerAcre } = cases.walkedThroughPoints;
    const feet = (x: number) => feetToMetres(x as never);
    const outline: Outline = { ring: tract.map(([x = 0, y = 0]) => ({ x: feet(x), y: feet(y) })), holes: [] };
    const rule: SamplingRule = { kind: 'point', factor, units: 'us' };
    const sums = points.map(({ at: [px = 0, py = 0], trees }) => {
      let [n, g] = [0, 0];
      for (const [inches = 0, x = 0, y = 0] of trees) {
        const found = inOrOut(rule, inchesToMetres(inches as never), metres(0), foundAt(feet(Math.hypot(x - px, y - py))));
        if (!found?.in) continue;
        const times = walkThrough(outline, { x: feet(px), y: feet(py) }, { x: feet(x), y: feet(y) });
        const perAcre = (found.perHectare / 10_000) * SQUARE_METRES_PER_ACRE * times;
        n += perAcre;
        g += perAcre * Math.PI * (inches / 24) ** 2;
      }
      return { n, g };
    });
    expect(mean(sums.map((s) => s.n)) / treesPerAcre).toBeCloseTo(1, 6);
    expect(mean(sums.map((s) => s.g)) / basalAreaPerAcre).toBeCloseTo(1, 6);
  });
});

describe('worked trees, one by one', () => {
  it('circles in one another: the area that a tree may be in from', () => {
    const circles = cases.nested.areas.map(([from = 0, area = 0]) => ({
      from: metres(from / 100),
      radius: metres(Math.sqrt(area / Math.PI)),
    }));
    for (const [cm = 0, area = 0] of cases.nested.trees)
      expect(10_000 / (limitOf({ kind: 'nested', circles }, metres(cm / 100))?.perHectare ?? 0), `${cm} cm`).toBeCloseTo(area, 6);
  });
  it('points in feet, the distance along a slope', () => {
    const { factor, trees } = cases.pointAlongSlope;
    for (const [inches, limit, along, slope, isIn, area] of trees as [number, number, number, number, boolean, number][]) {
      const found: DistanceToTree = {
        ...foundAt(feetToMetres(along as never)),
        along: { kind: 'sight', elevation: radians(degreesToRadians(slope)) },
      };
      const judged = inOrOut({ kind: 'point', factor, units: 'us' }, inchesToMetres(inches as never), metres(0), found);
      expect((judged?.limit ?? 0) / feetToMetres(limit as never), `${inches} in`).toBeCloseTo(1, 9);
      expect(judged?.in, `${inches} in`).toBe(isIn);
      const perAcre = ((judged?.perHectare ?? 0) / 10_000) * SQUARE_METRES_PER_ACRE;
      expect(43_560 / perAcre / area, `${inches} in`).toBeCloseTo(1, 9);
    }
  });
  it('classes exact at their limits', () => {
    const { width, diameters, classes } = cases.classes;
    expect(diameters.map((d) => diameterClass(d, width, 'middle'))).toEqual(classes);
  });
});

describe('rectangles and strips', () => {
  const at = (rule: SamplingRule, bearing: number) => limitOf(rule, metres(0.3), radians(degreesToRadians(bearing)));
  const rule: SamplingRule = { kind: 'rectangle', length: metres(40), width: metres(20), axis: radians(degreesToRadians(30)) };

  it('end where their sides do, seen from the middle', () => {
    expect(at(rule, 30)?.distance).toBeCloseTo(20, 9);
    expect(at(rule, 120)?.distance).toBeCloseTo(10, 9);
    expect(at(rule, 300)?.distance).toBeCloseTo(10, 9);
    // the corner, from both sides of it
    const corner = 30 + (Math.atan2(10, 20) * 180) / Math.PI;
    expect(at(rule, corner - 1e-9)?.distance).toBeCloseTo(Math.hypot(10, 20), 6);
    expect(at(rule, corner + 1e-9)?.distance).toBeCloseTo(Math.hypot(10, 20), 6);
    expect(limitOf(rule, metres(0.3), radians(1))?.perHectare).toBeCloseTo(10_000 / 800, 9);
  });
  it('as far as walking out in small steps finds the end', () => {
    for (let bearing = 0; bearing < 360; bearing += 7.3) {
      const off = degreesToRadians(bearing - 30);
      let r = 0;
      while (Math.abs(r * Math.cos(off)) < 20 && Math.abs(r * Math.sin(off)) < 10) r += 0.001;
      expect(at(rule, bearing)?.distance).toBeCloseTo(r, 2);
    }
  });
  it('a bearing that is off moves the end by as much as is said', () => {
    for (const bearing of [35, 70, 130, 215, 290]) {
      const step = 1e-6;
      const slope = ((at(rule, bearing + step)?.distance ?? 0) - (at(rule, bearing - step)?.distance ?? 0)) / degreesToRadians(2 * step);
      expect(at(rule, bearing)?.perBearing).toBeCloseTo(slope, 3);
    }
  });
  it('a rectangle without a bearing is not decided', () => {
    expect(() => limitOf(rule, metres(0.3))).toThrow(/bearing/);
    expect(() => inOrOut(rule, metres(0.3), metres(0), foundAt(5))).toThrow(/bearing/);
  });
  it('a strip takes half its width either side of the line', () => {
    const strip: SamplingRule = { kind: 'strip', width: metres(20), length: metres(100) };
    expect(inOrOut(strip, metres(0.3), metres(0), foundAt(9.9))).toMatchObject({ in: true, perHectare: 5 });
    expect(inOrOut(strip, metres(0.3), metres(0), foundAt(10.1))).toMatchObject({ in: false });
  });
  it.each<[string, SamplingRule]>([
    ['no width', { kind: 'rectangle', length: metres(4), width: metres(0), axis: radians(0) }],
    ['a length below 0', { kind: 'strip', width: metres(4), length: metres(-1) }],
    ['no axis', { kind: 'rectangle', length: metres(4), width: metres(4), axis: radians(Number.NaN) }],
  ])('a rule with %s is none', (_, none) => expect(() => inOrOut(none, metres(0.3), metres(0), foundAt(1, 0))).toThrow());
});
