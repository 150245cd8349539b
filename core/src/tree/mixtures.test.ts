import { describe, expect, it } from 'vitest';
import { TYPICAL_ERRORS } from '../kit/index';
import { SIMULATED_METHODS, type SimulatedMethod, type SimulatedTree, simulateReadings, USUAL_GEAR } from '../practice/index';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { metres } from '../units';
import { deriveTree } from './index';

/** A plumb tree on a slope, read without error: the rays know nothing of the formulas. */
const tree: SimulatedTree = {
  height: 22,
  diameter: 0.4,
  crownBase: 9,
  lean: 0,
  leanTo: 0,
  tipToward: 0,
  tipAside: 0,
  crown: null,
  // where 1 : 1 points at the tip: every way can be taken from here
  distance: (22 - 1.6) / 1.1,
  eyeHeight: 1.6,
  slope: -0.1,
};
const readings = (method: SimulatedMethod): readonly Reading[] =>
  simulateReadings(method, tree, () => 0, TYPICAL_ERRORS, { ...USUAL_GEAR, baseline: 15 }).map((r) => ({
    ...r,
    station: r.station ?? 'near',
  }));
const near = readings('two-stations').find((r) => r.kind === 'baseline')?.station as string;
/** All from one station, whatever the simulation calls it; a set angle's level mark is not the mark that others sight. */
const at = (method: SimulatedMethod): readonly Reading[] => {
  const all = readings(method).map((r) => (r.station === near || r.station === 'near' ? { ...r, station: 'A' } : r));
  const level = method === 'set-angle' ? all.find((r) => r.kind === 'mark-height') : undefined;
  return level ? all.filter((r) => r !== level).map((r) => (r.kind === 'set-angle' ? { ...r, mark: level.value } : r)) : all;
};
const derive = (all: readonly Reading[]) =>
  deriveTree({ readings: all, protocol: PRESETS['forest-metric'].options, species: { tipOffset: 0.5 }, eyeHeight: metres(1.6) });
/** The same reading twice, word for word, is one reading of both ways. */
const joined = (...all: readonly (readonly Reading[])[]) => [...new Map(all.flat().map((r) => [JSON.stringify(r), r])).values()];
const pairs = SIMULATED_METHODS.flatMap((a) => SIMULATED_METHODS.filter((b) => b !== a).map((b) => [a, b] as const));

/** Where an instrument stood, and how the ground lies under a shadow, nobody can tell from a reading that is not there. */
const ASSUMED = ['level-shadow', 'set-distance'];

describe('two ways from one station', () => {
  it.each(pairs)('%s and %s: both are there, and agree', (a, b) => {
    const { height, determinations } = derive(joined(at(a), at(b)));
    expect(height.ok && height.value.value).toBeCloseTo(tree.height, 3);
    const found = determinations.filter((d) => d.heights.tip.ok).map((d) => d.method);
    expect(found).toEqual(expect.arrayContaining([a, b]));
    expect(height.ok && height.value.agreement?.agree).toBe(true);
  });
  it.each(pairs)('%s complete, %s half entered: the one stands, the other says what it lacks', (a, b) => {
    const own = at(b);
    const whole = at(a);
    for (let missing = 0; missing < own.length; missing++) {
      const half = joined(
        whole,
        own.filter((_, i) => i !== missing),
      );
      const { height, determinations, assumptions } = derive(half);
      const which = `${a} with ${b} without its ${JSON.stringify(own[missing])}`;
      // what is taken for granted is said; all else must come out right
      const said = assumptions.some((x) => ASSUMED.includes(x.code));
      expect(said || (height.ok && Math.abs(height.value.value - tree.height) < 0.01), which).toBe(true);
      expect(determinations.find((d) => d.method === a)?.heights.tip.ok, which).toBe(true);
    }
  });
});
