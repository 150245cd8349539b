import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import { PRESET_KEYS } from '../survey/index';
import { BLUNDERS, crewFindings, crewTree } from './test-crew';

const N = runs(2000);

describe.each(PRESET_KEYS)('simulated crews, %s', (preset) => {
  it('clean trees are left in peace: at most 2 % raise an alarm', () => {
    const s = new Stream(2101);
    let alarms = 0;
    for (let i = 0; i < N; i++) if (crewFindings(crewTree(s, preset)).length > 0) alarms++;
    expectShare(alarms, N, { to: 0.02 });
  });
});

describe.each(BLUNDERS)('a planted slip: $name', ({ codes, found, tree, plant }) => {
  it('is noticed, and its cause is among those named', () => {
    const s = new Stream(909);
    let [all, noticed, named] = [0, 0, 0];
    for (let i = 0; i < N / 2; i++) {
      const preset = PRESET_KEYS[i % PRESET_KEYS.length] as (typeof PRESET_KEYS)[number];
      const t = tree(s, preset);
      const readings = plant(t, s);
      if (!readings) continue;
      all++;
      const findings = crewFindings({ ...t, readings });
      if (findings.length === 0) continue;
      noticed++;
      if (findings.some((f) => [f.code, ...(f.causes ?? [])].some((c) => codes.includes(c)))) named++;
    }
    expect(all).toBeGreaterThan(N / 8);
    expectShare(noticed, all, { from: found }, 'noticed');
    if (found > 0) expectShare(named, noticed, { from: 0.9 }, 'named');
  });
});
