import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import { PRESET_KEYS } from '../survey/index';
import { BLUNDERS, named } from './test-blunders';
import { alarms, crewFindings, crewTree } from './test-crew';
import { bandsOf, visible } from './test-visible';

const N = runs(2000);

describe.each(PRESET_KEYS)('simulated crews, %s', (preset) => {
  it('clean trees are left in peace: at most 2 % raise an alarm', () => {
    const s = new Stream(2101);
    let alarmed = 0;
    for (let i = 0; i < N; i++) if (alarms(crewFindings(crewTree(s, preset)))) alarmed++;
    expectShare(alarmed, N, { to: 0.02 });
  });
});

const BANDS = bandsOf(new Stream(77), BLUNDERS, 20_000);

describe.each(BLUNDERS)('a planted slip: $name', (blunder) => {
  it('is noticed where it shows, and its cause is among those named', () => {
    const s = new Stream(909);
    let [all, shown, noticed, explained] = [0, 0, 0, 0];
    for (let i = 0; i < N / 2; i++) {
      const preset = PRESET_KEYS[i % PRESET_KEYS.length] as (typeof PRESET_KEYS)[number];
      const t = blunder.tree(s, preset);
      const readings = blunder.plant(t, s);
      if (!readings) continue;
      all++;
      if (!visible(BANDS, t, readings)) continue;
      shown++;
      const findings = crewFindings({ ...t, readings });
      if (!alarms(findings) && !named(blunder, findings)) continue;
      noticed++;
      if (named(blunder, findings)) explained++;
    }
    expect(all).toBeGreaterThan(N / 8);
    expect(shown).toBeGreaterThan(0);
    expectShare(noticed, shown, { from: 0.9 }, 'noticed');
    expectShare(explained, noticed, { from: 0.9 }, 'named');
  });
});
