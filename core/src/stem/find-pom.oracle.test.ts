import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PRESET_KEYS, PRESETS, type ProtocolOptions } from '../survey/index';
import { metres } from '../units';
import { findPom, type Trunk, type Zone } from './index';

/**
 * The table of situations once more, read plainly off the conventions, on level ground and an upright stem: a stem as a
 * line of centimetres on which one walks, instead of rules with conditions.
 */
function byWalking(trunk: Trunk, p: ProtocolOptions): { at: number; separate: boolean } | string {
  const cm = (m: number) => Math.round(m * 100);
  let at = cm(p.breastHeight);
  let separate = false;
  const low = p.units === 'us' ? 30.48 : 30;
  if (trunk.fork) {
    const fork = cm(trunk.fork.height);
    const swell = cm(trunk.fork.swellFrom ?? trunk.fork.height);
    if (fork <= low) separate = true;
    else if (fork < at) {
      if (p.forkBelowBreastHeight === 'separate') separate = true;
      else {
        const narrow =
          p.forkBelowBreastHeight === 'one-narrowest-below' ? cm(trunk.fork.narrowestBelow ?? (trunk.fork.swellFrom as number)) : swell;
        // down from breast height to the wanted place, but not under 30 cm
        while (at > narrow && at > low) at--;
        at = Math.max(at, low);
      }
    }
  }
  if (trunk.buttSwell && cm(trunk.buttSwell.end) > at) at = cm(trunk.buttSwell.end) + cm(p.aboveButtSwell);
  const bad = (h: number, zones: readonly Zone[]) => zones.some((z) => h > cm(z.from) && h < cm(z.to));
  for (const [zones, way, all] of [
    [trunk.swellings ?? [], p.swelling, trunk.lowBranches ?? []],
    [trunk.lowBranches ?? [], p.lowBranches, trunk.swellings ?? []],
  ] as const) {
    if (!bad(at, zones)) continue;
    let up = at;
    while (bad(up, zones)) up++;
    let down = at;
    while (bad(down, zones)) down--;
    const forked = !separate && trunk.fork && up >= cm(trunk.fork.swellFrom ?? trunk.fork.height);
    const worse = forked || bad(up, all);
    if (way === 'narrowest-below') at = down;
    else at = way === 'just-above-below-if-worse' && worse ? down : up;
  }
  if (trunk.fork && !separate && at > cm(trunk.fork.height)) return 'pom-above-fork';
  if (trunk.fork && separate && at < cm(trunk.fork.height)) return 'pom-below-fork';
  return at <= 0 ? 'pom-below-ground' : { at, separate };
}

const height = fc.integer({ min: 5, max: 280 }).map((c) => c / 100);
// zones keep clear of each other: what touches is one, and told by a test of its own
const zones = fc
  .tuple(fc.integer({ min: 20, max: 150 }), fc.integer({ min: 5, max: 60 }), fc.integer({ min: 10, max: 80 }))
  .map(([a, size, gap]): Zone[] => [
    { from: a / 100, to: (a + size) / 100 },
    { from: (a + size + gap) / 100, to: (a + size + gap + 15) / 100 },
  ]);
const trunks: fc.Arbitrary<Trunk> = fc.record(
  {
    fork: fc
      .tuple(height, fc.double({ min: 0.5, max: 0.95, noNaN: true }))
      .map(([h, share]) => ({ height: h, swellFrom: Math.round(h * share * 100) / 100 })),
    buttSwell: height.map((end) => ({ end })),
    swellings: zones,
    lowBranches: zones,
  },
  { requiredKeys: [] },
);

describe('the point of measurement against a walk along the stem', () => {
  it.each(PRESET_KEYS)('%s: the same point, the same stems, the same refusals', (key) => {
    const { options } = PRESETS[key];
    // whole centimetres, so that a walk can meet them; the presets' own breast heights have their table
    const protocol = { ...options, breastHeight: Math.round(options.breastHeight * 100) / 100, aboveButtSwell: 0.45 };
    fc.assert(
      fc.property(trunks, (trunk) => {
        const walked = byWalking(trunk, protocol);
        const found = findPom(trunk, protocol, metres(0.4));
        if (typeof walked === 'string') expect(found).toMatchObject({ ok: false, code: walked });
        else {
          expect(found).toMatchObject({ ok: true, value: { stems: walked.separate ? 'separate' : 'one' } });
          expect(found.ok && found.value.pom * 100).toBeCloseTo(walked.at, 6);
        }
      }),
      { numRuns: 800 },
    );
  });
});
