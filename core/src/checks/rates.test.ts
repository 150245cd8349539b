import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import type { Reading } from '../reading/index';
import { PRESETS, type PresetKey } from '../survey/index';
import { deriveTree, type SpeciesFigures } from '../tree/index';
import { checkTree } from './index';

const ANGLE = (0.25 * Math.PI) / 180;
const species: SpeciesFigures = { crown: 'conifer' };

/** Readings off a tree by its coordinates with instrument errors drawn; how a sound tree of the preset looks is told by its school. */
function readTree(s: Stream, preset: PresetKey, slopeRead: boolean): { readings: Reading[]; height: number } {
  const open = preset === 'street' || preset === 'tall-tree';
  const height = preset === 'tall-tree' ? s.between(25, 55) : s.between(8, 30);
  const dbh = height / (open ? s.between(20, 55) : s.between(45, 95));
  const distance = height * s.between(0.9, 1.4);
  const slope = (s.between(-12, 12) * Math.PI) / 180;
  const eye = s.between(1.5, 1.75) - distance * Math.tan(slope);
  const sight = (z: number) => Math.round(1000 * Math.tan(Math.atan2(z - eye, distance) + s.normal(ANGLE))) / 10;
  const readings: Reading[] = [
    { kind: 'diameter', tool: 'diameter-tape', value: (dbh + s.normal(0.002)) * 100, unit: 'cm' },
    slopeRead
      ? { kind: 'distance', value: (distance / Math.cos(slope)) * (1 + s.normal(0.003)), unit: 'm', along: 'slope', to: 'axis' }
      : { kind: 'distance', value: distance * (1 + s.normal(0.001)), unit: 'm', along: 'level', to: 'axis' },
    { kind: 'angle', target: 'tip', value: sight(height), scale: 'percent' },
    { kind: 'angle', target: 'base', value: sight(0), scale: 'percent' },
  ];
  if (slopeRead)
    readings.push({ kind: 'angle', target: 'ground', value: Math.round(((slope + s.normal(ANGLE)) * 180) / Math.PI), scale: 'degree' });
  return { readings, height };
}

const found = (readings: readonly Reading[], preset: PresetKey) => {
  const protocol = PRESETS[preset].options;
  // an advice is no alarm: it says what would be better, not that something is wrong
  return checkTree({ readings, protocol, species, result: deriveTree({ readings, protocol, species }) }).filter(
    (f) => f.severity !== 'advice',
  );
};
const change = (readings: readonly Reading[], target: string, to: (v: number) => number) =>
  readings.map((r) =>
    (r.kind === 'angle' ? r.target : r.kind) === target && 'value' in r ? ({ ...r, value: to(r.value) } as Reading) : r,
  );

const N = runs(2000);

describe.each(Object.keys(PRESETS) as PresetKey[])('checks on simulated readings, %s', (preset) => {
  it.each([true, false])('flag at most 2 %% of clean trees (slope read: %s)', (slopeRead) => {
    const s = new Stream(20261);
    let flagged = 0;
    for (let i = 0; i < N; i++) if (found(readTree(s, preset, slopeRead).readings, preset).length > 0) flagged++;
    expectShare(flagged, N, { to: 0.02 });
  });

  it('find at least 90 % of turned signs, of girths as diameters and of feet for metres, where they show', () => {
    const s = new Stream(777);
    const hits = { sign: { hit: 0, all: 0 }, girth: { hit: 0, all: 0 }, feet: { hit: 0, all: 0 } };
    for (let i = 0; i < N; i++) {
      const { readings } = readTree(s, preset, true);
      const base = readings.find((r) => r.kind === 'angle' && r.target === 'base') as Extract<Reading, { kind: 'angle' }>;
      const count = (what: keyof typeof hits, spoiled: readonly Reading[], shows: boolean) => {
        if (!shows) return;
        hits[what].all++;
        if (found(spoiled, preset).length > 0) hits[what].hit++;
      };
      // a sight near level says nearly the same with either sign
      count(
        'sign',
        change(readings, 'base', (v) => -v),
        Math.abs(base.value) > 10,
      );
      const result = deriveTree({ readings, protocol: PRESETS[preset].options });
      const [height, dbh] = [result.height.ok ? result.height.value.value : 20, result.dbh.ok ? result.dbh.value.value : 0.3];
      const slender = (times: number, thicker = 1) => (height * times - 1.37) / (dbh * thicker);
      const [low, high] = PRESETS[preset].options.groundReference === 'mid-slope' ? [8, 95] : [20, 150];
      count(
        'girth',
        change(readings, 'diameter', (v) => v * Math.PI),
        slender(1, Math.PI) < low * 0.98,
      );
      count(
        'feet',
        change(readings, 'distance', (v) => v / 0.3048),
        slender(1 / 0.3048) > high * 1.02,
      );
    }
    expect(hits.sign.all + hits.girth.all + hits.feet.all).toBeGreaterThan(N / 2);
    for (const [what, { hit, all }] of Object.entries(hits)) expectShare(hit, all, { from: 0.9 }, what);
  });
});

describe('stated errors', () => {
  it('hold: the truth lies within two of them in 93 to 97 % of simulated trees', () => {
    const s = new Stream(4242);
    let inside = 0;
    for (let i = 0; i < 4 * N; i++) {
      const { readings, height } = readTree(s, 'forest-metric', i % 2 === 0);
      // the simulated tips stand plumb, and a whole-degree slope adds its rounding
      const result = deriveTree({ readings, protocol: PRESETS['forest-metric'].options, species: { tipOffset: 0 } });
      if (result.height.ok && Math.abs(result.height.value.value - height) <= 2 * result.height.value.sigma) inside++;
    }
    expectShare(inside, 4 * N, { from: 0.93, to: 0.975 });
  });
});
