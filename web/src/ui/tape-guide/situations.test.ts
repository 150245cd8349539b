import { checkTrunk, PRESETS, type Trunk } from '@arbolito/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isSaid, moved, SITUATIONS, toggle, withoutZone, withZone } from './situations';

const protocol = PRESETS.street.options;
const taps = fc.array(fc.constantFrom(...SITUATIONS), { maxLength: 14 });
const tapped = (all: readonly (typeof SITUATIONS)[number][]) => all.reduce<Trunk>((t, s) => toggle(t, s, protocol), {});

describe('tapping what a trunk does', () => {
  it('a second tap takes it back, and “straight” takes back everything', () => {
    fc.assert(
      fc.property(taps, fc.constantFrom(...SITUATIONS), (all, s) => {
        const trunk = tapped(all);
        if (s !== 'straight') {
          const once = toggle(trunk, s, protocol);
          expect(isSaid(once, s)).toBe(!isSaid(trunk, s));
          expect(isSaid(toggle(once, s, protocol), s)).toBe(isSaid(trunk, s));
        }
        expect(isSaid(toggle(trunk, 'straight', protocol), 'straight')).toBe(true);
      }),
    );
  });
  it('always says a trunk that can be, however it is tapped and dragged', () => {
    const handle = fc.constantFrom('swelling:0:from', 'swelling:0:to', 'branches:0:from', 'branches:0:to', 'butt:end', 'fork:height');
    const drag = fc.tuple(handle, fc.double({ min: -3, max: 30, noNaN: true }));
    fc.assert(
      fc.property(taps, fc.array(drag, { maxLength: 12 }), (all, drags) => {
        const trunk = drags.reduce<Trunk>((t, [h, to]) => {
          const field = { swelling: t.swellings, branches: t.lowBranches, butt: t.buttSwell, fork: t.fork }[h.split(':')[0] as 'fork'];
          return field ? moved(t, h, to) : t;
        }, tapped(all));
        expect(() => checkTrunk(trunk), JSON.stringify(trunk)).not.toThrow();
      }),
      { numRuns: 300 },
    );
  });
  it('takes several swellings, up to what a trunk may say, and lets them go again', () => {
    let trunk = toggle({}, 'swelling', protocol);
    for (let i = 0; i < 9; i++) trunk = withZone(trunk, 'swellings');
    expect(trunk.swellings).toHaveLength(6);
    expect(() => checkTrunk(trunk)).not.toThrow();
    for (let i = 0; i < 5; i++) trunk = withoutZone(trunk, 'swellings', 0);
    expect(trunk.swellings).toHaveLength(1);
    expect(isSaid(withoutZone(trunk, 'swellings', 0), 'straight')).toBe(true);
  });
  it('keeps the two ends of a swelling in order, and its narrowest point below them', () => {
    const trunk: Trunk = { swellings: [{ from: 1.1, to: 1.6, narrowestBelow: 1 }] };
    expect(moved(trunk, 'swelling:0:to', 0.5).swellings?.[0]).toEqual({ from: 1.1, to: 1.12, narrowestBelow: 1 });
    expect(moved(trunk, 'swelling:0:from', 0.8).swellings?.[0]).toEqual({ from: 0.8, to: 1.6, narrowestBelow: 0.8 });
    expect(moved({ fork: { height: 1.2, swellFrom: 1 } }, 'fork:height', 0.7).fork).toEqual({ height: 0.7, swellFrom: 0.7 });
  });
});
