import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import type { SightLayout } from './index';
import { lay } from './test-lay';
import { Look } from './test-look';

const SIZES = [
  { width: 716, height: 640 },
  { width: 390, height: 236 },
];

/** A tree by its coordinates, read off by plain trigonometry. Slope positive uphill to the tree, degrees. */
function readingsOf(t: {
  height: number;
  distance: number;
  slope: number;
  crownBase?: number;
  merchantable?: number;
  eye?: number;
  dbh?: number;
}): Reading[] {
  const eyeLevel = (t.eye ?? 1.6) - t.distance * Math.tan((t.slope * Math.PI) / 180);
  const percent = (z: number) => (100 * (z - eyeLevel)) / t.distance;
  const tape = t.distance / Math.cos((t.slope * Math.PI) / 180);
  const readings: Reading[] = [
    { kind: 'diameter', tool: 'diameter-tape', value: t.dbh ?? t.height * 1.8, unit: 'cm' },
    { kind: 'distance', value: tape, unit: 'm', along: 'slope', to: 'axis' },
    { kind: 'angle', target: 'ground', value: t.slope, scale: 'degree' },
    { kind: 'angle', target: 'tip', value: percent(t.height), scale: 'percent' },
    { kind: 'angle', target: 'base', value: percent(0), scale: 'percent' },
  ];
  if (t.crownBase) readings.push({ kind: 'angle', target: 'crown-base', value: percent(t.crownBase), scale: 'percent' });
  if (t.merchantable) readings.push({ kind: 'angle', target: 'merchantable', value: percent(t.merchantable), scale: 'percent' });
  return readings;
}

function lookAt(l: SightLayout, size: { width: number; height: number }): number {
  const look = new Look();
  look.labels(l.labels, size, l.inset ? [l.inset.box] : []);
  look.points([l.eye, l.feet, l.foot, ...l.stem, ...l.crown, ...l.sights.map((s) => s.to)], size);
  return look.settle();
}

const EXTREMES = [
  { name: 'H/D 0.2', height: 10, distance: 50, slope: 0 },
  { name: 'H/D 3', height: 30, distance: 10, slope: 0 },
  { name: 'slope 40° up to the tree', height: 20, distance: 20, slope: 40 },
  { name: 'slope 40° down to the tree', height: 20, distance: 20, slope: -40 },
  { name: 'a shrub of 1.5 m', height: 1.5, distance: 3, slope: 0, dbh: 2 },
  { name: 'a tree of 60 m', height: 60, distance: 55, slope: -8 },
];

describe('the sight sheet', () => {
  for (const size of SIZES) {
    it.each(EXTREMES)(`$name at ${size.width}×${size.height}: to scale, inside, no label over another`, (tree) => {
      const l = lay(readingsOf({ ...tree, crownBase: tree.height * 0.5, merchantable: tree.height * 0.7 }), size);
      expect(lookAt(l, size)).toBeGreaterThan(50);
      expect(l.labels.map((x) => x.id)).toEqual(expect.arrayContaining(['height:tip', 'tip', 'base', 'dbh', 'distance']));
      // one scale in both directions: pixel differences are the metres times it
      const tip = l.sights.find((s) => s.target === 'tip')?.to ?? l.foot;
      expect((l.foot.y - tip.y) / l.scale).toBeCloseTo(tree.height, 6);
      expect((l.eye.x - l.foot.x) / l.scale).toBeCloseTo(tree.distance, 6);
      expect((l.feet.y - l.eye.y) / l.scale).toBeCloseTo(1.6, 6);
      expect((l.feet.y - l.foot.y) / (l.feet.x - l.foot.x)).toBeCloseTo(Math.tan((tree.slope * Math.PI) / 180), 9);
      const dimension = l.dimensions.find((d) => d.target === 'tip');
      expect((dimension?.from ?? 0) - (dimension?.to ?? 0)).toBeCloseTo(tree.height * l.scale, 6);
    });
  }

  it('gives the foot an inset where the point of measurement would be too small', () => {
    const tall = lay(readingsOf({ height: 60, distance: 55, slope: 0 }), SIZES[1] as (typeof SIZES)[0]);
    expect(tall.inset).not.toBeNull();
    expect((tall.inset?.scale ?? 0) / tall.scale).toBeGreaterThan(5);
    expect(lay(readingsOf({ height: 12, distance: 10, slope: 0 }), SIZES[0] as (typeof SIZES)[0]).inset).toBeNull();
  });

  it('moves when any reading changes', () => {
    const size = SIZES[0] as (typeof SIZES)[0];
    const readings = readingsOf({ height: 22, distance: 24, slope: 5 });
    const before = lay(readings, size);
    for (const [i, reading] of readings.entries()) {
      const changed = readings.with(i, { ...reading, value: (reading as { value: number }).value + 3 } as Reading);
      expect(lay(changed, size), reading.kind).not.toEqual(before);
    }
  });

  it('shows ghosts for all that is still to be read, and what the base should read', () => {
    const l = lay([], SIZES[1] as (typeof SIZES)[0]);
    expect(lookAt(l, SIZES[1] as (typeof SIZES)[0])).toBeGreaterThan(30);
    expect(l.sights.every((s) => s.ghost)).toBe(true);
    expect(l.labels.map((x) => x.text)).toEqual(expect.arrayContaining(['base ≈ −8 %', 'tip', 'tape', 'distance', 'eye 1.6 m']));
  });

  it('holds for any tree on any ground', () => {
    const any = fc.record({
      height: fc.double({ min: 1.4, max: 70, noNaN: true }),
      distance: fc.double({ min: 3, max: 80, noNaN: true }),
      slope: fc.double({ min: -40, max: 40, noNaN: true }),
      share: fc.double({ min: 0.1, max: 0.95, noNaN: true }),
    });
    let looked = 0;
    fc.assert(
      fc.property(any, fc.constantFrom(...SIZES), (t, size) => {
        const readings = readingsOf({ ...t, crownBase: t.height * t.share, merchantable: t.height * t.share * 0.9 });
        looked += lookAt(lay(readings, size), size);
      }),
      { numRuns: 300 },
    );
    expect(looked).toBeGreaterThan(300 * 50);
  });
});
