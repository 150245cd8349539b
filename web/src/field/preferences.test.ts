// @vitest-environment happy-dom
import { PRESETS } from '@arbolito/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';

const fresh = async () => {
  vi.resetModules();
  return import('./preferences');
};
beforeEach(() => localStorage.clear());

describe('how it is read is remembered where it was read', () => {
  const presets = Object.values(PRESETS);
  it.each(presets.flatMap((a) => presets.filter((b) => b !== a).map((b) => [a.key, b.key, a, b] as const)))(
    '%s leaves %s alone',
    async (_, __, a, b) => {
      const { preferencesIn, savePreferencesIn, savedPreferences, tapeUnits } = await fresh();
      const there = { ...preferencesIn('one', savedPreferences()), units: a.options.units };
      const other = a.options.units === 'us' ? ('cm' as const) : ('in' as const);
      savePreferencesIn('one', {
        ...there,
        units: savedPreferences().units,
        diameterUnit: other,
        lengthUnit: 'ft',
        tool: 'caliper',
        method: 'stick',
        scale: { kind: 'fixed', distance: 15 },
        by: 'paces',
        along: 'slope',
        to: 'bark',
      });
      const again = await fresh();
      const here = { ...again.preferencesIn('two', again.savedPreferences()), units: b.options.units };
      expect(again.tapeUnits(here)).toEqual(b.options.units === 'us' ? { diameter: 'in', length: 'ft' } : { diameter: 'cm', length: 'm' });
      expect(here).toMatchObject({
        tool: 'diameter-tape',
        method: 'two-sights',
        scale: { kind: 'percent' },
        by: 'tape',
        along: 'level',
        to: 'axis',
      });
      // and back there it is as it was left
      expect(tapeUnits({ ...again.preferencesIn('one', again.savedPreferences()), units: a.options.units })).toEqual({
        diameter: other,
        length: 'ft',
      });
    },
  );
  it('the person and what is carried go along; an instrument brings its scale everywhere', async () => {
    const { preferencesIn, savePreferences, savePreferencesIn, savedPreferences, takeInHand } = await fresh();
    savePreferences({ person: 'nela' });
    savePreferencesIn('one', { ...preferencesIn('one', savedPreferences()), scale: { kind: 'topographic' }, stickReach: 0.6 });
    expect(preferencesIn('two', savedPreferences())).toMatchObject({ person: 'nela', stickReach: 0.6, scale: { kind: 'percent' } });
    takeInHand({ angle: 'clinometer' }, { kind: 'degree' });
    for (const survey of ['one', 'two']) {
      expect(preferencesIn(survey, savedPreferences())).toMatchObject({ scale: { kind: 'degree' }, instruments: { angle: 'clinometer' } });
    }
    takeInHand({}, null);
    expect(preferencesIn('one', savedPreferences())).toMatchObject({ instruments: {} });
  });
  it('what an earlier Arbolito remembered for every survey is no survey’s way', async () => {
    localStorage.setItem(
      'arbolito.preferences',
      JSON.stringify({ person: 'ivo', units: 'us', tool: 'caliper', diameterUnit: 'in', lengthUnit: 'ft' }),
    );
    const { preferencesIn, savedPreferences } = await fresh();
    expect(preferencesIn('one', savedPreferences())).toMatchObject({
      person: 'ivo',
      units: 'us',
      tool: 'diameter-tape',
      diameterUnit: null,
      lengthUnit: null,
    });
  });
});
