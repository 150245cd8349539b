import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree } from '../tree/index';
import { metres } from '../units';
import { sightScene } from './index';
import { crownOutline, stemOutline } from './tree-outline';

const protocol = PRESETS['forest-metric'].options;
const angle = (
  target: 'tip' | 'base' | 'ground' | 'mark' | 'merchantable',
  value: number,
  scale: 'percent' | 'degree' = 'percent',
): Reading => ({ kind: 'angle', target, value, scale });
const tape: Reading = { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' };
const scene = (readings: readonly Reading[], more: { eyeHeight?: number } = {}) =>
  sightScene({
    result: deriveTree({ readings, protocol, ...(more.eyeHeight ? { eyeHeight: metres(more.eyeHeight) } : {}) }),
    readings,
    protocol,
    species: {},
    eyeHeight: metres(more.eyeHeight ?? 1.6),
    scale: { kind: 'percent' },
  });
const sight = (s: ReturnType<typeof scene>, target: string) => s.sights.find((x) => x.target === target);

describe('what is drawn of a tree', () => {
  it('puts the eye where the base sight says it is, and the ground under the feet', () => {
    const s = scene([tape, angle('tip', 80), angle('base', -15)]);
    expect(s.eye).toEqual({ x: 20, y: expect.closeTo(3, 12) });
    expect(s.feet.y).toBeCloseTo(1.4, 12);
    expect(s.height).toBeCloseTo(19, 12);
    expect(sight(s, 'tip')).toMatchObject({ ghost: false, to: { x: 0, y: expect.closeTo(19, 12) }, text: '+80 %' });
    expect(sight(s, 'base')?.to.y).toBeCloseTo(0, 12);
  });

  it('draws a slope as it was read, whatever the eye height', () => {
    const s = scene([tape, angle('ground', -45, 'degree'), angle('tip', 0), angle('base', -110)]);
    expect(s.feet.y).toBeCloseTo(20, 9);
    expect(s.slope?.text).toBe('slope −45°');
  });

  it('draws a shadow on the ground of its own station, not of another’s', () => {
    const shadow: readonly Reading[] = [
      { kind: 'shadow', value: 20, unit: 'm', station: 'A' },
      { kind: 'reference-shadow', value: 3, height: 1.5, unit: 'm', station: 'A' },
    ];
    const elsewhere: Reading = { ...angle('ground', 32), station: 'B' } as Reading;
    const drawn = (readings: readonly Reading[]) =>
      sightScene({
        result: deriveTree({ readings, protocol }),
        readings,
        protocol,
        species: {},
        eyeHeight: metres(1.6),
        scale: { kind: 'percent' },
        station: 'A',
        method: 'shadow',
      }).feet;
    expect(drawn([...shadow, elsewhere])).toEqual({ x: 20, y: expect.closeTo(0, 12) });
    // ground that rises 3 : 4 to the tree falls away under the shadow
    const own: Reading = { ...angle('ground', 75), station: 'A' } as Reading;
    expect(drawn([...shadow, own, elsewhere])).toEqual({ x: expect.closeTo(16, 9), y: expect.closeTo(-12, 9) });
  });

  it('shows with ghosts what is still to be read, and what it should read', () => {
    const s = scene([tape, angle('tip', 80)], { eyeHeight: 1.8 });
    expect(sight(s, 'base')).toMatchObject({ ghost: true, text: 'base ≈ −9 %' });
    // the ghost of the tree ends where the tip was sighted, from the ground as assumed
    expect(s.height).toBeCloseTo(1.8 + 16, 9);
    expect(s.heightGhost).toBe(true);
    expect(s).toMatchObject({ pomGhost: true, crownGhost: true, eyeAssumed: false, distance: { ghost: false, text: '20.0 m level' } });
    expect(scene([])).toMatchObject({ distance: { ghost: true, text: 'distance' }, eyeAssumed: true });
  });

  it('shows a mark where it is, a mean with its number of shots, and every dimension with its error', () => {
    const s = scene([
      tape,
      angle('tip', 79),
      angle('tip', 81),
      angle('mark', -2),
      { kind: 'mark-height', value: 1.3, unit: 'm' },
      angle('merchantable', 40),
    ]);
    expect(sight(s, 'tip')?.text).toBe('+80 % ×2');
    expect(sight(s, 'mark')).toMatchObject({ text: '−2 %', to: { y: expect.closeTo(1.3, 12) } });
    expect(s.dimensions.map((d) => [d.target, d.to])).toEqual([
      ['tip', expect.closeTo(17.7, 9)],
      ['merchantable', expect.closeTo(9.7, 9)],
    ]);
    expect(s.dimensions[0]?.text).toMatch(/^17\.7 m ±\d\.\d$/);
  });

  it('marks where a distance ended at the bark, and what of the stem was added; nothing at the axis or before the tape', () => {
    const dbh: Reading = { kind: 'diameter', tool: 'diameter-tape', value: 42, unit: 'cm' };
    const drawn = (to: 'axis' | 'bark', ...more: readonly Reading[]) => {
      const { marks, distance } = scene([...more, { ...tape, to } as Reading, angle('tip', 80), angle('base', -15)]);
      return { marks, text: distance.text };
    };
    expect(drawn('bark', dbh)).toEqual({
      marks: [{ target: 'distance', at: { x: 0.21, y: expect.closeTo(0.15 * 20.21, 9) }, text: '' }],
      text: '20.2 m level, ½ stem in it',
    });
    expect(drawn('axis', dbh)).toEqual({ marks: [], text: '20.0 m level' });
    expect(drawn('bark').marks).toEqual([]);
  });

  it('draws a wrong sign as it was read: the sight goes into the ground', () => {
    const s = scene([tape, angle('tip', -80), angle('base', -8)]);
    expect(sight(s, 'tip')?.to.y).toBeLessThan(-10);
    expect(s.heightGhost).toBe(true);
  });
});

describe('outlines', () => {
  it('pass through the diameter at the point of measurement and end at the tip', () => {
    for (const [height, diameter, pom] of [
      [24, 0.4, 1.3],
      [60, 1.4, 1.3],
      [1.5, 0.02, 1.3],
      [1.2, 0.02, 1.3],
    ] as const) {
      const stem = stemOutline(height, diameter, pom);
      const right = stem.slice(0, stem.length / 2);
      expect(Math.max(...right.map((p) => p.y))).toBeCloseTo(height, 9);
      expect(right.at(-1)?.x).toBeCloseTo(0, 9);
      for (const [i, p] of right.entries()) if (i > 0) expect(p.x).toBeLessThanOrEqual((right[i - 1]?.x ?? 0) + 1e-12);
      const reference = Math.min(pom, height / 2);
      const i = right.findIndex((p) => p.y >= reference);
      const [a, b] = [right[i - 1], right[i]];
      if (a && b) {
        const at = a.x + ((b.x - a.x) * (reference - a.y)) / (b.y - a.y);
        expect((2 * at) / diameter).toBeGreaterThan(0.97);
        expect((2 * at) / diameter).toBeLessThan(1.06);
      }
    }
  });
  it('keep a crown between its base and the tip', () => {
    for (const form of ['conifer', 'broad'] as const) {
      const crown = crownOutline(12, 24, form);
      expect(Math.min(...crown.map((p) => p.y))).toBeCloseTo(12, 9);
      expect(Math.max(...crown.map((p) => p.y))).toBeCloseTo(24, 9);
      expect(crown.some((p) => p.x > 1) && crown.some((p) => p.x < -1)).toBe(true);
    }
  });
});
