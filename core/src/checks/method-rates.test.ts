import { describe, expect, it } from 'vitest';
import { TYPICAL_ERRORS } from '../kit/index';
import { Stream } from '../practice/chance';
import { SIMULATED_METHODS, type SimulatedMethod, type SimulatedTree, simulateReadings, USUAL_GEAR } from '../practice/index';
import { expectShare, runs } from '../practice/test-rates';
import type { Reading } from '../reading/index';
import { PRESETS, type PresetKey } from '../survey/index';
import { deriveTree } from '../tree/index';
import { metres } from '../units';
import { checkTree, type PreviousHeight } from './index';

const species = { crown: 'conifer' } as const;
const N = runs(600);

function someTree(s: Stream, preset: PresetKey): SimulatedTree {
  const open = preset === 'street' || preset === 'tall-tree';
  const height = preset === 'tall-tree' ? s.between(25, 55) : s.between(8, 30);
  return {
    height,
    diameter: height / (open ? s.between(20, 55) : s.between(45, 95)),
    crownBase: height / 2,
    lean: 0,
    leanTo: 0,
    tipToward: s.normal(0.5),
    tipAside: s.normal(0.5),
    crown: null,
    distance: height * s.between(0.9, 1.4),
    eyeHeight: s.between(1.5, 1.75),
    slope: Math.tan((s.between(-12, 3) * Math.PI) / 180),
  };
}

function alarms(readings: readonly Reading[], preset: PresetKey, previousHeight?: PreviousHeight) {
  const protocol = PRESETS[preset].options;
  const result = deriveTree({ readings, protocol, species, eyeHeight: metres(1.6) });
  return checkTree({ readings, protocol, species, result, ...(previousHeight ? { previousHeight } : {}) })
    .filter((f) => f.severity !== 'advice')
    .map((f) => f.code);
}

const gear = (t: SimulatedTree) => ({ ...USUAL_GEAR, baseline: t.height * 0.8, pole: 5, setDistance: t.distance });
const read = (s: Stream, t: SimulatedTree, method: SimulatedMethod) =>
  simulateReadings(method, t, (sigma) => s.normal(sigma), TYPICAL_ERRORS, gear(t));
/** The same from another station: diameters are the tree's, the rest the station's. */
const from = (station: string, readings: readonly Reading[]) =>
  readings.filter((r) => r.kind !== 'diameter').map((r) => ({ ...r, station }) as Reading);

describe.each(Object.keys(PRESETS) as PresetKey[])('alarms on other methods, %s', (preset) => {
  it.each(SIMULATED_METHODS)('%s: at most 2 %% of clean trees', (method) => {
    const s = new Stream(515 + method.length);
    let flagged = 0;
    for (let i = 0; i < N; i++) {
      const t = someTree(s, preset);
      // the ground is known where a level sight would be asked about
      const ground: Reading = {
        kind: 'angle',
        target: 'ground',
        value: 100 * t.slope,
        scale: 'percent',
        ...(method === 'two-stations' ? { station: 'near' } : {}),
      };
      if (alarms([...read(s, t, method), ...(method === 'shadow' || method === 'set-angle' ? [] : [ground])], preset).length > 0) flagged++;
    }
    expectShare(flagged, N, { to: 0.02 });
  });

  it('three determinations of a clean tree: at most 2 % disagree', () => {
    const s = new Stream(606);
    let flagged = 0;
    for (let i = 0; i < N; i++) {
      const t = someTree(s, preset);
      const [first, ...rest] = (['line-shots', 'two-sights', 'stick'] as const).map((m, j) => ({
        station: 'ABC'[j] as string,
        readings: read(s, t, m),
      }));
      const dbh = first?.readings.filter((r) => r.kind === 'diameter') ?? [];
      const all = [...dbh, ...[first, ...rest].flatMap((d) => (d ? from(d.station, d.readings) : []))];
      if (alarms(all, preset).includes('determinations-disagree')) flagged++;
    }
    expectShare(flagged, N, { to: 0.02 });
  });

  const change = (readings: readonly Reading[], kind: Reading['kind'], to: (r: Reading) => Partial<Record<string, unknown>>) =>
    readings.map((r) => (r.kind === kind ? ({ ...r, ...to(r) } as Reading) : r));

  /** Each plants a slip and says whether it shows: whether it moves something outside what clean trees do. */
  const BLUNDERS: Record<
    string,
    (s: Stream, t: SimulatedTree) => { readings: readonly Reading[]; shows: boolean; previous?: PreviousHeight }
  > = {
    'a turned sign of the base shot': (s, t) => {
      const clean = read(s, { ...t, slope: 0 }, 'line-shots');
      const base = clean.find((r) => r.kind === 'shot' && r.target === 'base');
      const elevation = base?.kind === 'shot' ? base.elevation : 0;
      const spoiled = clean.map((r) => (r.kind === 'shot' && r.target === 'base' ? { ...r, elevation: -r.elevation } : r));
      const ground: Reading = { kind: 'angle', target: 'ground', value: 0, scale: 'percent' };
      return { readings: [...spoiled, ground], shows: Math.abs(elevation) > 5 };
    },
    'paces counted as single steps': (s, t) => {
      const paced: Reading = {
        kind: 'paces',
        value: (t.distance / 1.5) * 2 * (1 + s.normal(0.02)),
        pace: 1.5,
        sigmaShare: 0.02,
        along: 'level',
        to: 'axis',
      };
      return { readings: [...read(s, { ...t, slope: 0 }, 'two-sights'), paced], shows: true };
    },
    'a stick’s own length taken for the reach': (s, t) => ({
      readings: change(read(s, t, 'stick'), 'stick', () => ({ reach: 1 })),
      shows: true,
    }),
    'shadows of different minutes': (s, t) => ({
      readings: change(
        change(read(s, t, 'shadow'), 'shadow', () => ({ minute: 700 })),
        'reference-shadow',
        () => ({ minute: 700 + s.between(2, 20) }),
      ),
      shows: true,
    }),
    'another mark than the instrument’s': (s, t) => ({
      readings: [
        ...change(read(s, t, 'device'), 'device-height', () => ({ setMark: 1.3 })),
        { kind: 'mark-height', value: 1.5 + s.between(0, 0.5), unit: 'm' },
      ],
      shows: true,
    }),
    'one determination in feet': (s, t) => {
      const clean = from('A', read(s, t, 'line-shots'));
      const feet = from(
        'B',
        change(read(s, t, 'two-sights'), 'distance', (r) => ({ value: (r as { value: number }).value / 0.3048 })),
      );
      return { readings: [...clean, ...feet], shows: true };
    },
    'degrees for percent, against the last visit': (s, t) => {
      const readings = read(s, { ...t, slope: 0 }, 'two-sights').map((r) =>
        r.kind === 'angle' ? ({ ...r, value: (Math.atan(r.value / 100) * 180) / Math.PI } as Reading) : r,
      );
      return { readings, previous: { height: t.height * 0.98, sigma: 0.5, years: 3 }, shows: true };
    },
    'one of three sights at another limb': (s, t) => {
      const clean = read(s, { ...t, slope: 0 }, 'two-sights');
      const tip = clean.find((r): r is Extract<Reading, { kind: 'angle' }> => r.kind === 'angle' && r.target === 'tip');
      if (!tip) throw new Error('no tip');
      return { readings: [...clean, { ...tip, value: tip.value + s.normal(0.4) }, { ...tip, value: tip.value * 0.85 }], shows: true };
    },
  };
  it.each(Object.keys(BLUNDERS))('find at least 90 %% of: %s', (name) => {
    const s = new Stream(1234 + name.length);
    let [hit, all] = [0, 0];
    for (let i = 0; i < N; i++) {
      const blunder = BLUNDERS[name]?.(s, someTree(s, preset));
      if (!blunder?.shows) continue;
      all++;
      if (alarms(blunder.readings, preset, blunder.previous).length > 0) hit++;
    }
    if (name !== 'a turned sign of the base shot') expect(all).toBe(N);
    expectShare(hit, all, { from: 0.9 });
  });
});
