import { describe, expect, it } from 'vitest';
import type { Reading } from '../../reading/index';
import { PRESETS } from '../../survey/index';
import { metres } from '../../units';
import { deriveTree } from '../index';

const metric = PRESETS['forest-metric'].options;
const tape = (value: number): Reading => ({ kind: 'distance', value, unit: 'm', along: 'level', to: 'axis' });
type Target = Extract<Reading, { kind: 'angle' }>['target'];
const angle = (target: Target, value: number): Reading => ({ kind: 'angle', target, value, scale: 'percent' });
const derive = (readings: readonly Reading[]) => deriveTree({ readings, protocol: metric, eyeHeight: metres(1.6) });

describe('equal legs', () => {
  const legs = (along: 'level' | 'slope', to: 'axis' | 'bark'): Reading => ({ kind: 'equal-legs', value: 20, unit: 'm', along, to });
  it('say what they still need', () => {
    expect(derive([legs('level', 'bark')]).height).toMatchObject({ ok: false, code: 'bark-without-diameter' });
    expect(derive([legs('slope', 'axis')]).height).toMatchObject({ ok: false, code: 'no-slope' });
  });
  it('stand within their error of the truth, and state the stick, the tape and the tip', () => {
    const { height } = derive([legs('level', 'axis')]);
    const parts = height.ok ? (height.value.parts ?? {}) : {};
    expect(Object.keys(parts).sort()).toEqual(['distance', 'stick', 'tip-offset']);
    expect(height.ok && height.value.sigma).toBeCloseTo(Math.hypot(...Object.values(parts)), 9);
  });
});

describe('what an error is made of', () => {
  it('a set angle’s: its own error at the tip, and the level to the mark on the stem', () => {
    const { height } = derive([tape(20), { kind: 'set-angle', rise: 1, run: 1 }, { kind: 'mark-height', value: 1.5, unit: 'm' }]);
    const parts = height.ok ? height.value.parts : null;
    // half a degree or so moves the sight at 45° by 2 m a radian and metre, the level line by one
    expect((parts?.['set-angle'] ?? 0) / (parts?.mark ?? 0)).toBeCloseTo(2, 4);
    expect(parts?.mark).toBeGreaterThan(0.1);
  });
  it('two stations’: a crown base stands at the distance that the tips have told', () => {
    const [D, t, foot] = [30, 0.8, -0.05];
    const seen = (station: string, target: Target, rise: number, away: number): Reading => ({
      ...angle(target, (100 * rise) / away),
      station,
    });
    const at = (station: string, away: number): readonly Reading[] => [
      seen(station, 'tip', D * t, away),
      seen(station, 'base', D * foot, away),
    ];
    const line: Reading = { kind: 'baseline', value: 15, unit: 'm', far: 'B', station: 'A' };
    const { crownBase } = derive([...at('A', D), line, ...at('B', D + 15), seen('A', 'crown-base', 12, D)]);
    expect(crownBase.ok && crownBase.value.value).toBeCloseTo(12 - D * foot, 6);
    expect(crownBase.ok && crownBase.value.parts?.['near-tip']).toBeTruthy();
  });
});

describe('a shadow before the trunk is taped', () => {
  const read: readonly Reading[] = [
    { kind: 'shadow', value: 18.6, unit: 'm' },
    { kind: 'reference-shadow', value: 1.92, height: 1.5, unit: 'm' },
  ];
  const of = (readings: readonly Reading[]) => deriveTree({ readings, protocol: metric });
  it('counts from the bark: the half trunk is taken as 0, said, and in the error', () => {
    const { height, assumptions } = of(read);
    // 18.6 m of shadow under a sun that makes 1.92 m of 1.5 m
    expect(height).toMatchObject({ ok: true, value: { value: expect.closeTo((18.6 * 1.5) / 1.92, 9) } });
    expect(assumptions.map((a) => a.code)).toContain('no-trunk');
    const part = height.ok ? height.value.parts?.['half-trunk'] : undefined;
    expect(Math.abs(part ?? 0)).toBeCloseTo((0.26 * 1.5) / 1.92, 9);
  });
  it('with the tape it is half a diameter longer, and nothing of that is assumed', () => {
    const { height, assumptions } = of([...read, { kind: 'diameter', tool: 'diameter-tape', value: 44, unit: 'cm' }]);
    expect(height).toMatchObject({ ok: true, value: { value: expect.closeTo(((18.6 + 0.22) * 1.5) / 1.92, 9) } });
    expect(assumptions.map((a) => a.code)).not.toContain('no-trunk');
    expect(height.ok ? height.value.parts?.['half-trunk'] : 0).toBeUndefined();
  });
});

describe('what is told beside the readings', () => {
  const read: readonly Reading[] = [tape(20), angle('tip', 80), angle('base', -8)];
  const told: readonly Reading[] = [
    { kind: 'earlier-height', value: 50, unit: 'ft', year: 2015 },
    { kind: 'called-height', value: 22, unit: 'm' },
    { kind: 'earlier-height', value: 12, unit: 'm', year: 1998, method: 'pole' },
    { kind: 'neighbour', to: '3·08', value: 420, unit: 'cm' },
  ];
  it('changes no height and no sum, wherever it stands among the readings', () => {
    const plain = derive(read);
    for (const all of [[...told, ...read], [...read, ...told], [read[0], ...told, ...read.slice(1)] as readonly Reading[]]) {
      const { told: _, ...rest } = derive(all);
      const { told: __, ...bare } = plain;
      expect(rest).toEqual(bare);
    }
  });
  it('is answered: what the eye was worth, other trees, heights by year', () => {
    expect(derive([...read, ...told]).told).toEqual({
      called: { value: 22, share: expect.closeTo(22 / 17.6 - 1, 9) },
      neighbours: [{ to: '3·08', distance: expect.closeTo(4.2, 12) }],
      earlier: [
        { value: 12, year: 1998, method: 'pole' },
        { value: expect.closeTo(15.24, 12), year: 2015, method: null },
      ],
    });
    expect(derive(told).told.called).toEqual({ value: 22, share: null });
  });
});
