import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import { PRESET_KEYS } from '../survey/index';
import { BLUNDERS } from './test-blunders';
import { alarms, crewFindings, crewTree } from './test-crew';
import { bandsOf, triedOn } from './test-visible';

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
    const { all, shown, noticed, explained } = triedOn(BANDS, blunder, new Stream(909), PRESET_KEYS, N / 2);
    expect(all).toBeGreaterThan(N / 8);
    expect(shown).toBeGreaterThan(0);
    expectShare(noticed, shown, { from: 0.9 }, 'noticed');
    expectShare(explained, noticed, { from: 0.9 }, 'named');
  });
});
