import { describe, expect, it } from 'vitest';
import { TYPICAL_ERRORS } from '../kit/index';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { metres } from '../units';
import { deriveTree } from './index';

const DEG = Math.PI / 180;
const SIGMA = 0.25 * DEG;
const N = runs(4000);

/** Clinometer heights from given sides of one tree whose tip hangs where it hangs: coordinates, no formula of the core. */
function sights(s: Stream, offset: number, sides: readonly number[], kept: boolean, slip = 0): { readings: Reading[]; height: number } {
  const height = s.between(15, 30);
  const tip = { x: s.normal(offset), z: s.normal(offset) };
  const readings = sides.flatMap((bearing, i): Reading[] => {
    const station = `S${i}`;
    const distance = height * s.between(0.9, 1.2);
    const [cos, sin] = [Math.cos(bearing * DEG), Math.sin(bearing * DEG)];
    const away = Math.hypot(distance - (tip.x * cos + tip.z * sin), tip.z * cos - tip.x * sin);
    const up = height + (i === 0 ? slip : 0) - 1.6;
    const angle = (rise: number, level: number) => (Math.atan2(rise, level) + s.normal(SIGMA)) / DEG;
    return [
      ...(kept ? [{ kind: 'bearing', value: (bearing + 180) % 360, station } as const] : []),
      { kind: 'distance', value: distance + s.normal(0.05), unit: 'm', along: 'level', to: 'axis', sigma: 0.05, station },
      { kind: 'angle', target: 'tip', value: angle(up, away), scale: 'degree', sigma: SIGMA, station },
      { kind: 'angle', target: 'base', value: angle(-1.6, distance), scale: 'degree', sigma: SIGMA, station },
    ];
  });
  return { readings, height };
}
const derive = (readings: readonly Reading[], tipOffset: number) =>
  deriveTree({
    readings,
    protocol: PRESETS['forest-metric'].options,
    species: { tipOffset },
    eyeHeight: metres(1.6),
    errors: TYPICAL_ERRORS,
  });

describe('the mean of several determinations', () => {
  it.each([
    ['one place, conifer', 0.5, [40, 40, 40]],
    ['one place, broad crown', 1.5, [40, 40, 40]],
    ['one side, broad crown', 1.5, [0, 30, 60]],
    ['all round, conifer', 0.5, [0, 120, 240]],
    ['all round, broad crown', 1.5, [0, 120, 240]],
  ])('%s: the truth lies within two of its errors in 93 to 97 of a hundred trees', (_, offset, sides) => {
    const s = new Stream(31);
    let inside = 0;
    for (let i = 0; i < N; i++) {
      const { readings, height } = sights(s, offset, sides, true);
      const h = derive(readings, offset).height;
      if (h.ok && Math.abs(h.value.value - height) <= 2 * h.value.sigma) inside++;
    }
    expectShare(inside, N, { from: 0.93, to: 0.975 });
  });
  it('without the bearings its error is never too small', () => {
    const s = new Stream(32);
    let inside = 0;
    for (let i = 0; i < N; i++) {
      const { readings, height } = sights(s, 1.5, [40, 40, 40], false);
      const h = derive(readings, 1.5).height;
      if (h.ok && Math.abs(h.value.value - height) <= 2 * h.value.sigma) inside++;
    }
    expectShare(inside, N, { from: 0.93 });
  });
  it('a slip of 1 m among three from one place is found nine times in ten, and clean ones are left alone', () => {
    const s = new Stream(33);
    let [found, clean] = [0, 0];
    for (let i = 0; i < N; i++) {
      const disagrees = (slip: number) => {
        const h = derive(sights(s, 0.5, [40, 40, 40], true, slip).readings, 0.5).height;
        return h.ok && h.value.agreement?.agree === false;
      };
      if (disagrees(1.3)) found++;
      if (disagrees(0)) clean++;
    }
    expectShare(found, N, { from: 0.9 });
    expectShare(clean, N, { to: 0.015 });
  });
  it('says where the best single one is surer', () => {
    const [one, other] = [0, 90].map((bearing, i): Reading[] => [
      { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis', station: `S${i}` },
      { kind: 'angle', target: 'tip', value: 42 + bearing / 90, scale: 'degree', station: `S${i}` },
      { kind: 'angle', target: 'base', value: -4, scale: 'degree', station: `S${i}` },
    ]) as [Reading[], Reading[]];
    const { height } = derive([...one, ...other], 1.5);
    const best = height.ok ? height.value.agreement?.best : null;
    expect(best).toMatchObject({ method: 'two-sights', station: 'S0' });
    expect(height.ok && (best?.sigma ?? 0) < height.value.sigma).toBe(true);
  });
});

describe('heights from different ground references', () => {
  const seen = (station: string, reference: 'uphill' | 'mid-slope' | 'root-flare', base: number): Reading[] => [
    { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis', station },
    { kind: 'angle', target: 'tip', value: 90, scale: 'percent', station },
    { kind: 'angle', target: 'base', value: base, scale: 'percent', reference, station },
  ];
  it('are kept apart and said where slope or stem are not known', () => {
    const { height, determinations } = derive([...seen('A', 'uphill', -8), ...seen('B', 'root-flare', -9)], 0.5);
    expect(height).toMatchObject({ ok: true, value: { value: expect.closeTo(19.6, 9), reference: 'uphill', station: 'A' } });
    expect(height.ok && height.value.agreement?.apart).toEqual([{ station: 'B', method: 'two-sights', reference: 'root-flare' }]);
    expect(determinations.map((d) => d.heights.tip.ok)).toEqual([true, true]);
  });
  it('one alone keeps its own and says so', () => {
    const { height } = derive(seen('A', 'root-flare', -9), 0.5);
    expect(height).toMatchObject({ ok: true, value: { reference: 'root-flare', converted: null } });
  });
});

describe('what a lean that is told does', () => {
  const lean: Reading = { kind: 'lean', value: 15, toward: 'eye', station: 'A' };
  const at = (r: Reading): Reading => ({ ...r, station: 'A' }) as Reading;
  const tape = at({ kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' });
  it.each([
    [
      'a stick whose base nobody sighted',
      [tape, at({ kind: 'stick', target: 'tip', value: 60, unit: 'cm', reach: 0.6 })],
      'lean-needs-base',
    ],
    [
      'a shadow whose direction against it nobody said',
      [
        { kind: 'diameter', tool: 'diameter-tape', value: 40, unit: 'cm' },
        at({ kind: 'shadow', value: 18, unit: 'm' }),
        at({ kind: 'reference-shadow', value: 1.9, height: 1.5, unit: 'm' }),
      ],
      'lean-direction',
    ],
    [
      'a height along the tree that says not how',
      [at({ kind: 'direct-height', target: 'tip', value: 20, unit: 'm' })],
      'along-stem-or-plumb',
    ],
    [
      'another lean beside it',
      [
        tape,
        at({ kind: 'angle', target: 'tip', value: 80, scale: 'percent' }),
        at({ kind: 'angle', target: 'base', value: -8, scale: 'percent' }),
        at({ kind: 'lean', value: 15, toward: 'away' }),
      ],
      'lean-told-twice',
    ],
    [
      'a lean of 60° straight along the sight',
      [
        tape,
        at({ kind: 'angle', target: 'tip', value: 80, scale: 'percent' }),
        at({ kind: 'angle', target: 'base', value: -8, scale: 'percent' }),
        at({ kind: 'lean', value: 60, toward: 'away' }),
      ],
      'lean-told-twice',
    ],
  ] as const)('%s is refused, with its reason', (_, readings, code) => {
    expect(derive([lean, ...(readings as readonly Reading[])], 0.5).height).toMatchObject({ ok: false, code });
  });
  it('a stem of 60° is no height where the tip would hang behind the eye', () => {
    const readings: Reading[] = [
      tape,
      at({ kind: 'angle', target: 'tip', value: 80, scale: 'percent' }),
      at({ kind: 'angle', target: 'base', value: -8, scale: 'percent' }),
    ];
    expect(derive([...readings, at({ kind: 'lean', value: 60, toward: 'away' })], 0.5).height.ok).toBe(false);
  });
  it('told from one station, another one says that it can’t use it', () => {
    const from = (station: string): Reading[] => [
      { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis', station },
      { kind: 'angle', target: 'tip', value: 80, scale: 'percent', station },
      { kind: 'angle', target: 'base', value: -8, scale: 'percent', station },
    ];
    const { determinations } = derive([...from('A'), ...from('B'), lean], 0.5);
    expect(determinations.map((d) => (d.heights.tip.ok ? 'ok' : d.heights.tip.code))).toEqual(['ok', 'lean-direction']);
    const turned = derive(
      [...from('A'), ...from('B'), lean, { kind: 'bearing', value: 10, station: 'A' }, { kind: 'bearing', value: 190, station: 'B' }],
      0.5,
    );
    const [a, b] = turned.determinations.map((d) => (d.heights.tip.ok ? d.heights.tip.value.value : 0));
    // toward one eye is away from the other: lower there, higher here
    expect(a).toBeLessThan(17.6);
    expect(b).toBeGreaterThan(17.6);
  });
});

describe('bad input', () => {
  const tape: Reading = { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' };
  it.each([
    [
      'a mark above the tip',
      [
        tape,
        { kind: 'angle', target: 'tip', value: 5, scale: 'percent' },
        { kind: 'angle', target: 'mark', value: 10, scale: 'percent' },
        { kind: 'mark-height', value: 4, unit: 'm' },
      ],
      'mark-above-tip',
    ],
    [
      'two heights of one mark',
      [
        tape,
        { kind: 'angle', target: 'tip', value: 80, scale: 'percent' },
        { kind: 'angle', target: 'mark', value: -2, scale: 'percent' },
        { kind: 'mark-height', value: 1.3, unit: 'm' },
        { kind: 'mark-height', value: 2, unit: 'm' },
      ],
      'mark-told-twice',
    ],
    [
      'a pole’s top without a pole',
      [
        { kind: 'angle', target: 'pole-top', value: 14, scale: 'percent' },
        { kind: 'angle', target: 'tip', value: 80, scale: 'percent' },
        { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
      ],
      'no-pole',
    ],
  ] as const)('%s', (_, readings, code) => {
    expect(derive(readings as unknown as readonly Reading[], 0.5).height).toMatchObject({ ok: false, code });
  });
  it('a far station nearer than the near one', () => {
    const from = (station: string, tip: number, base: number): Reading[] => [
      { kind: 'angle', target: 'tip', value: tip, scale: 'percent', station },
      { kind: 'angle', target: 'base', value: base, scale: 'percent', station },
    ];
    const line: Reading = { kind: 'baseline', value: 15, unit: 'm', far: 'B', station: 'A' };
    expect(derive([...from('A', 58, -3), line, ...from('B', 92, -4)], 0.5).height).toMatchObject({ ok: false, code: 'no-parallax' });
  });
  it('of three determinations the one that can’t be is left to say so', () => {
    const from = (station: string, tip: number): Reading[] => [
      { ...tape, station },
      { kind: 'angle', target: 'tip', value: tip, scale: 'percent', station },
      { kind: 'angle', target: 'base', value: -8, scale: 'percent', station },
    ];
    const { height, determinations } = derive([...from('A', 80), ...from('B', 81), ...from('C', -20)], 0.5);
    expect(height.ok && height.value.agreement?.determinations).toBe(2);
    expect(determinations.map((d) => d.heights.tip.ok)).toEqual([true, true, false]);
  });
  it('a stick’s log scale without a distance says what it lacks', () => {
    const { boards } = deriveTree({
      readings: [
        { kind: 'diameter', tool: 'diameter-tape', value: 18, unit: 'in' },
        { kind: 'log-scale', value: 2.5 },
      ],
      protocol: PRESETS['timber-us'].options,
    });
    expect(boards).toMatchObject({ ok: false, code: 'no-distance' });
  });
  it('an upper diameter at a sighted place waits for its sight, and then stands there', () => {
    const upper: Reading = { kind: 'diameter', tool: 'caliper', value: 22, unit: 'cm', upper: true, at: 'log 1' };
    const sights: Reading[] = [
      tape,
      { kind: 'angle', target: 'tip', value: 80, scale: 'percent' },
      { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
    ];
    const waiting = derive([upper, ...sights], 0.5);
    expect(waiting.stems[0]?.uppers).toEqual([]);
    expect(waiting.assumptions.map((a) => a.code)).toContain('place-not-sighted');
    const { stems } = derive([upper, ...sights, { kind: 'angle', target: 'point', name: 'log 1', value: 17, scale: 'percent' }], 0.5);
    expect(stems[0]?.uppers[0]).toMatchObject({ height: expect.closeTo(5, 9), value: expect.closeTo(0.22, 9) });
  });
});
