import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkTree } from '../checks/index';
import { TYPICAL_ERRORS } from '../kit/index';
import type { Reading } from '../reading/index';
import { compareSchools, type Trunk } from '../stem/index';
import { PRESET_KEYS, PRESETS } from '../survey/index';
import { deriveTree } from '../tree/index';
import { DomainError, metres } from '../units';
import { Stream } from './chance';
import { leanReading, type SimulatedTree, simulateReadings, stemSight, USUAL_GEAR } from './index';
import { againstFrozen, fingerprint, shown } from './test-frozen';

const TREES = 5000;
/** The methods there were when the results were frozen. */
const METHODS = [
  'two-sights',
  'two-sights-to-mark',
  'included-angle',
  'line-shots',
  'transponder',
  'pole',
  'two-stations',
  'stick',
  'set-angle',
  'device',
  'shadow',
  'direct',
] as const;
const of = <T>(list: readonly T[], i: number): T => list[i % list.length] as T;

/** What a trunk does: every situation by itself and two at a time, the plain stem most often. */
function trunkOf(s: Stream): Trunk | null {
  const some = (p: number, part: () => Trunk): Trunk => (s.uniform() < p ? part() : {});
  if (s.uniform() < 0.5) return null;
  return {
    ...some(0.4, () => ({ slope: s.between(0, 35) })),
    ...some(0.3, () => ({
      lean: { angle: s.between(1, 25), toward: of(['uphill', 'downhill', 'across'] as const, Math.floor(s.between(0, 3))) },
    })),
    ...some(0.2, () => ({ fork: { height: s.between(0.1, 2.5) } })),
    ...some(0.2, () => ({ buttSwell: { end: s.between(0.3, 2) } })),
    ...some(0.2, () => {
      const from = s.between(0.6, 1.5);
      return { swellings: [{ from, to: from + s.between(0.1, 0.6) }] };
    }),
    ...some(0.1, () => ({ vines: 'fixed' as const })),
    ...some(0.1, () => ({ snow: s.between(0, 0.6) })),
  };
}

/** The i-th tree: its preset, method, readings with errors drawn, and now and then a slip. */
function readTree(i: number) {
  const s = new Stream(700_001 + i * 7919);
  const preset = of(PRESET_KEYS, i);
  const method = of(METHODS, Math.floor(i / PRESET_KEYS.length));
  const height = s.between(4, 50);
  const tree: SimulatedTree = {
    height,
    diameter: height / s.between(30, 90),
    crownBase: height * s.between(0.3, 0.7),
    lean: s.uniform() < 0.3 ? s.between(0, 0.2) : 0,
    leanTo: of([0, Math.PI / 2, Math.PI], i),
    tipToward: s.normal(0.5),
    tipAside: s.normal(0.5),
    crown: s.uniform() < 0.2 ? { halfWidth: s.between(1, 5), depth: s.between(1, 5) } : null,
    distance: height * s.between(0.5, 2),
    eyeHeight: s.between(1.4, 1.8),
    slope: s.between(-0.4, 0.2),
  };
  const draw = (sigma: number) => s.normal(sigma);
  const gear = { ...USUAL_GEAR, baseline: height * 0.8, pole: 5 };
  const readings: Reading[] = [...simulateReadings(method, tree, draw, TYPICAL_ERRORS, gear)];
  const station = readings.find((r) => r.station)?.station;
  const here = (r: Reading): Reading => ({ ...r, ...(station ? { station } : {}) });
  const trunk = trunkOf(s);
  if (trunk) readings.unshift({ kind: 'trunk', trunk });
  if (tree.lean > 0 && s.uniform() < 0.7) readings.push(here(leanReading(tree, draw, TYPICAL_ERRORS)));
  if (s.uniform() < 0.3) readings.push(here(stemSight(tree, tree.crownBase, draw, TYPICAL_ERRORS)));
  if (s.uniform() < 0.3) readings.push({ kind: 'logs', value: Math.ceil(s.between(0, 10)) / 2 });
  const around = tree.diameter * 100;
  if (s.uniform() < 0.15)
    readings.push({ kind: 'diameter', tool: 'caliper', value: around + s.normal(0.3), more: [around + s.normal(0.3)], unit: 'cm' });
  if (s.uniform() < 0.15)
    readings.push({ kind: 'diameter', tool: 'diameter-tape', value: around * s.between(0.4, 0.9), unit: 'cm', stem: '2' });
  // a second way beside the first
  if (s.uniform() < 0.2)
    readings.push(
      ...simulateReadings('two-sights', tree, draw, TYPICAL_ERRORS)
        .filter((r) => r.kind !== 'diameter')
        .map((r): Reading => ({ ...r, station: 'second' })),
    );
  const slip = s.uniform() < 0.1 ? Math.floor(s.between(0, readings.length)) : -1;
  const read = readings.map((r, j) =>
    j === slip && 'value' in r && r.kind !== 'logs' && r.kind !== 'shot' ? ({ ...r, value: r.value * 0.3048 } as Reading) : r,
  );
  const species = of(
    [
      {},
      { crown: 'conifer', formFactor: 0.45, formFactorSigma: 0.04, formClass: 80, taperPerLog: 2 },
      { crown: 'broad', formFactor: 0.5 },
    ] as const,
    i,
  );
  return { preset, method, readings: read, species, eyeHeight: metres(tree.eyeHeight), trunk };
}

/** A tree's result, or why its readings can't be. */
function derived(input: Parameters<typeof deriveTree>[0]) {
  try {
    return deriveTree(input);
  } catch (e) {
    if (!(e instanceof DomainError)) throw e;
    return fingerprint(e.message);
  }
}

describe('results that were frozen', () => {
  it(`of ${TREES} simulated trees are what they were`, () => {
    const lines: string[] = [];
    let [heights, refused] = [0, 0];
    for (let i = 0; i < TREES; i++) {
      const { preset, method, readings, species, eyeHeight, trunk } = readTree(i);
      const protocol = PRESETS[preset].options;
      const result = derived({ readings, protocol, species, eyeHeight });
      if (typeof result === 'string') {
        refused++;
        lines.push([i, preset, method, 'refused', result].join('\t'));
        continue;
      }
      const findings = checkTree({ tree: String(i), readings, result, protocol, species });
      const schools = trunk ? compareSchools(trunk, protocol, result.dbh.ok ? result.dbh.value.unrounded : null, null) : [];
      if (result.height.ok) heights++;
      const codes = findings.map((f) => f.code).join(',') || 'none';
      lines.push(
        [
          i,
          preset,
          method,
          shown(result.dbh),
          shown(result.height),
          shown(result.cubic),
          codes,
          fingerprint([result, findings, schools]),
        ].join('\t'),
      );
    }
    expect(heights).toBeGreaterThan(TREES * 0.7);
    expect(refused).toBeLessThan(TREES * 0.05);
    expect(againstFrozen(path.join(import.meta.dirname, 'frozen.tsv'), lines)).toEqual([]);
  });
});
