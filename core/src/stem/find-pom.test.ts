import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PRESETS, type PresetKey, type ProtocolOptions } from '../survey/index';
import { type Metres, metres } from '../units';
import { findPom, type Pom, type Trunk } from './index';

const KEYS: readonly PresetKey[] = ['timber-us', 'forest-metric', 'monitoring', 'street', 'tall-tree'];
const pomOf = (trunk: Trunk, protocol: ProtocolOptions | PresetKey, diameter: Metres | null = metres(0.4)): Pom => {
  const found = findPom(trunk, typeof protocol === 'string' ? PRESETS[protocol].options : protocol, diameter);
  if (!found.ok) throw new Error(found.code);
  return found.value;
};
const outcome = (trunk: Trunk, key: PresetKey): string => {
  const found = findPom(trunk, PRESETS[key].options, metres(0.4));
  if (!found.ok) return found.code;
  const { stems, pom, flags } = found.value;
  return [stems === 'separate' ? 'separate' : '', pom.toFixed(3), ...flags.map((f) => f.code)].filter(Boolean).join(' ');
};

/** Heights by tape from a point of one's own: what the table of situations asks of each of the five presets. */
const SITUATIONS: readonly (readonly [name: string, trunk: Trunk, expected: readonly [string, string, string, string, string]])[] = [
  ['stands straight', {}, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  ['on a slope', { slope: 20 }, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  ['leans', { lean: { angle: 15, toward: 'downhill' } }, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  ['swelling at breast height', { swellings: [{ from: 1.1, to: 1.6 }] }, ['1.600', '1.600', '1.600', '1.100', '1.600']],
  [
    'swelling, narrowest well below',
    { swellings: [{ from: 1.1, to: 1.6, narrowestBelow: 0.9 }] },
    ['1.600', '1.600', '1.600', '0.900', '1.600'],
  ],
  ['swelling, above it is worse', { swellings: [{ from: 1.1, to: 1.6, worseAbove: true }] }, ['1.600', '1.600', '1.100', '1.100', '1.100']],
  ['swelling elsewhere', { swellings: [{ from: 0.4, to: 0.9 }] }, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  [
    'two swellings that touch',
    {
      swellings: [
        { from: 1.1, to: 1.5 },
        { from: 1.45, to: 1.8 },
      ],
    },
    ['1.800', '1.800', '1.800', '1.100', '1.800'],
  ],
  ['low branches', { lowBranches: [{ from: 1.0, to: 1.7 }] }, ['1.700', '1.700', '1.700', '1.000', '1.700']],
  ['low branches, above worse', { lowBranches: [{ from: 1.0, to: 1.7, worseAbove: true }] }, ['1.000', '1.000', '1.000', '1.000', '1.000']],
  ['butt swell past breast height', { buttSwell: { end: 1.6 } }, ['2.057', '2.050', '2.050', '2.050', '2.050']],
  ['butt swell that ends below', { buttSwell: { end: 1.2 } }, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  ['fork at 30 cm', { fork: { height: 0.3 } }, ['separate 1.372', 'separate 1.300', 'separate 1.300', 'separate 1.300', 'separate 1.372']],
  [
    'several stems from the ground',
    { stems: 3 },
    ['separate 1.372', 'separate 1.300', 'separate 1.300', 'separate 1.300', 'separate 1.372'],
  ],
  ['fork between', { fork: { height: 1.1, swellFrom: 0.85 } }, ['separate 1.372', 'separate 1.300', '0.850', '0.850', '0.850']],
  [
    'fork between, narrowest told',
    { fork: { height: 1.1, swellFrom: 0.85, narrowestBelow: 0.6 } },
    ['separate 1.372', 'separate 1.300', '0.850', '0.600', '0.850'],
  ],
  [
    'fork between, swelling to the ground',
    { fork: { height: 0.6, swellFrom: 0.1 } },
    ['separate 1.372', 'separate 1.300', '0.300 in-fork-swell', '0.300 in-fork-swell', '0.300 in-fork-swell'],
  ],
  ['fork just above breast height', { fork: { height: 1.5, swellFrom: 1.4 } }, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  ['vines that lift off', { vines: 'movable' }, ['1.372', '1.300', '1.300', '1.300 vines-included', '1.372']],
  [
    'vines that do not',
    { vines: 'fixed' },
    ['1.372 vines-included', '1.300 vines-included', '1.300 vines-included', '1.300 vines-included', '1.372 vines-included'],
  ],
  ['snow', { snow: 0.4 }, ['1.372', '1.300', '1.300', '1.300', '1.372']],
  // combinations, in the stated order
  [
    'fork above, swelling below it: above would be over the fork',
    { fork: { height: 1.7 }, swellings: [{ from: 1.1, to: 1.75 }] },
    ['pom-above-fork', 'pom-above-fork', '1.100', '1.100', '1.100'],
  ],
  [
    'butt swell that leads over the fork',
    { fork: { height: 1.8 }, buttSwell: { end: 1.5 } },
    ['pom-above-fork', 'pom-above-fork', 'pom-above-fork', 'pom-above-fork', 'pom-above-fork'],
  ],
  [
    'butt swell, then a swelling where it leads',
    { buttSwell: { end: 1.5 }, swellings: [{ from: 1.8, to: 2.2 }] },
    ['2.200', '2.200', '2.200', '1.800', '2.200'],
  ],
  [
    'swelling, then branches right above',
    { swellings: [{ from: 1.1, to: 1.6 }], lowBranches: [{ from: 1.5, to: 2 }] },
    ['2.000', '2.000', '1.100', '1.100', '1.100'],
  ],
  [
    'narrowest below lands in the butt swell',
    { buttSwell: { end: 1 }, swellings: [{ from: 0.8, to: 1.5 }] },
    ['1.500', '1.500', '1.500', '0.800 in-butt-swell', '1.500'],
  ],
  [
    'low fork and a swelling on the stem',
    { fork: { height: 0.2 }, swellings: [{ from: 1.2, to: 1.6 }] },
    ['separate 1.600', 'separate 1.600', 'separate 1.600', 'separate 1.200', 'separate 1.600'],
  ],
  [
    'separate stems, swelling down to the fork',
    { fork: { height: 0.25 }, swellings: [{ from: 0.2, to: 1.6 }] },
    ['separate 1.600', 'separate 1.600', 'separate 1.600', 'pom-below-fork', 'separate 1.600'],
  ],
  [
    'everything at once',
    {
      slope: 20,
      lean: { angle: 10, toward: 'downhill' },
      fork: { height: 3 },
      buttSwell: { end: 0.5 },
      swellings: [{ from: 1.2, to: 1.7 }],
      vines: 'fixed',
      snow: 0.3,
    },
    ['1.700 vines-included', '1.700 vines-included', '1.700 vines-included', '1.200 vines-included', '1.700 vines-included'],
  ],
];

describe('the point of measurement', () => {
  describe.each(SITUATIONS)('%s', (_, trunk, expected) => {
    it.each(KEYS.map((key, i) => [key, expected[i]] as const))('%s: %s', (key, wanted) => expect(outcome(trunk, key)).toBe(wanted));
  });

  it('stays where the stem is, whatever the school counts from', () => {
    // uphill ground of a 40 cm stem on 20° lies r·tan 20° above mid-slope
    const offset = 0.2 * Math.tan((20 * Math.PI) / 180);
    expect(pomOf({ slope: 20 }, 'forest-metric').start).toBeCloseTo(offset, 9);
    expect(pomOf({ slope: 20 }, 'street').start).toBe(0);
    // the fork is at 1.35 above the uphill ground: that is above breast height there, and at 1.42 from mid-slope
    const trunk: Trunk = { slope: 20, fork: { height: 1.35 }, from: { reference: 'uphill', along: 'underside' } };
    expect(pomOf(trunk, 'street').trunk.fork?.height).toBeCloseTo(1.35 + offset, 9);
    expect(pomOf(trunk, 'forest-metric').trunk.fork?.height).toBe(1.35);
  });

  it('on the underside of a lean begins where that side meets the level of the ground', () => {
    const lean = { angle: 15, toward: 'downhill' } as const;
    expect(pomOf({ lean }, 'forest-metric').start).toBeCloseTo(0.2 * Math.tan((15 * Math.PI) / 180), 9);
    expect(pomOf({ lean }, 'street').start).toBe(0);
    // a sheer drawing by coordinates: the uphill bark line cut with the ground line
    const [a, s, r] = [(12 * Math.PI) / 180, (25 * Math.PI) / 180, 0.3];
    const up = (along: number) => ({ x: along * Math.sin(a) + r * Math.cos(a), y: along * Math.cos(a) - r * Math.sin(a) });
    let [low, high] = [-2, 3];
    for (let i = 0; i < 80; i++) {
      const mid = (low + high) / 2;
      const p = up(mid);
      if (p.y > p.x * Math.tan(s)) high = mid;
      else low = mid;
    }
    const level = up(low).y;
    const start = pomOf(
      { slope: 25, lean: { angle: 12, toward: 'uphill' } },
      { ...PRESETS['forest-metric'].options, lean: 'axis' },
      metres(2 * r),
    ).start;
    expect(start * Math.cos(a)).toBeCloseTo(level, 9);
  });

  it('of a stem that leans across the slope starts from the uphill ground behind it', () => {
    const trunk: Trunk = { slope: 20, lean: { angle: 15, toward: 'across' } };
    const [cos, sin] = [Math.cos(Math.PI / 12), Math.sin(Math.PI / 12)];
    const level = 0.2 * Math.tan(Math.PI / 9);
    expect(pomOf(trunk, 'forest-metric').start).toBeCloseTo((level + 0.2 * sin) / cos, 9);
    expect(pomOf(trunk, 'street').start).toBe(0);
    // the round foot of the stem, walked round: its highest ground is the bark straight uphill
    const round = Array.from({ length: 720 }, (_, i) => 0.2 * Math.sin((i * Math.PI) / 360) * Math.tan(Math.PI / 9));
    expect(level).toBeCloseTo(Math.max(...round), 9);
    expect(() => findPom({ slope: 45, lean: { angle: 60, toward: 'across' } }, PRESETS.street.options, null)).not.toThrow();
  });

  it('says its steps in order, each with the point it leaves, and why', () => {
    const pom = pomOf(
      {
        slope: 10,
        lean: { angle: 10, toward: 'downhill' },
        fork: { height: 0.9, swellFrom: 0.7 },
        buttSwell: { end: 0.2 },
        swellings: [{ from: 0.6, to: 0.8 }],
        vines: 'movable',
        snow: 0.2,
      },
      'monitoring',
    );
    expect(pom.steps.map((s) => s.rule)).toEqual(['snow', 'reference', 'lean', 'fork', 'swelling', 'vines']);
    expect(pom.steps.map((s) => s.pom)).toEqual([1.3, 1.3, 1.3, 0.7, 0.6, 0.6]);
    for (const s of pom.steps) expect(s.text).toMatch(/^[A-Z].{15,}\.$/);
  });

  it('takes the mean at equal distances above and below where a school says so', () => {
    const options = { ...PRESETS['forest-metric'].options, swelling: 'mean-above-below' } as const;
    const pom = pomOf({ swellings: [{ from: 1.1, to: 1.6 }] }, options);
    expect(pom.tapes.map((t) => t.toFixed(3))).toEqual(['1.000', '1.600']);
    expect(pom.pom).toBe(1.3);
    expect(findPom({ swellings: [{ from: 1.25, to: 2.7 }] }, options, null)).toMatchObject({ ok: false, code: 'pom-below-ground' });
  });

  it('counts from the root flare or the stump where told, and says when it can not', () => {
    const flare = { ...PRESETS.street.options, groundReference: 'root-flare' } as const;
    expect(findPom({}, flare, null)).toMatchObject({ ok: false, code: 'no-root-flare' });
    expect(pomOf({ rootFlare: -0.2 }, flare).start).toBeCloseTo(-0.2, 12);
    const stump = { ...PRESETS['forest-metric'].options, groundReference: 'stump' } as const;
    expect(pomOf({}, stump).start).toBeCloseTo(0.2, 12);
    expect(findPom({}, { ...PRESETS.street.options, groundReference: 'stump' }, null)).toMatchObject({ ok: false, code: 'no-stump' });
  });

  it.each([
    [{ slope: 70 }, /slope at the trunk/],
    [{ lean: { angle: -5, toward: 'uphill' } }, /lean/],
    [{ slope: 45, lean: { angle: 60, toward: 'uphill' } }, /85°/],
    [{ fork: { height: -1 } }, /fork/],
    [{ fork: { height: 1, swellFrom: 1.2 } }, /swelling/],
    [{ buttSwell: { end: 900 } }, /butt swell/],
    [{ swellings: [{ from: 1.5, to: 1.2 }] }, /upper end/],
    [{ lowBranches: [{ from: 1, to: 1.2, narrowestBelow: 1.1 }] }, /narrowest/],
    [{ stems: 0 }, /stems/],
    [{ snow: Number.NaN }, /snow/],
  ] as [Trunk, RegExp][])('refuses %j', (trunk, why) => expect(() => findPom(trunk, PRESETS.street.options, null)).toThrow(why));

  it('lies on the stem, outside what is not to be measured or flagged, whatever the trunk', () => {
    const h = fc.double({ min: 0.05, max: 4, noNaN: true });
    const zone = fc.tuple(h, fc.double({ min: 0.02, max: 1.5, noNaN: true })).map(([from, size]) => ({ from, to: from + size }));
    const trunk: fc.Arbitrary<Trunk> = fc.record(
      {
        slope: fc.double({ min: 0, max: 40, noNaN: true }),
        lean: fc.record({
          angle: fc.double({ min: 0, max: 40, noNaN: true }),
          toward: fc.constantFrom('uphill' as const, 'downhill' as const, 'across' as const),
        }),
        fork: h.map((height) => ({ height, swellFrom: height * 0.8 })),
        buttSwell: h.map((end) => ({ end })),
        swellings: fc.array(zone, { maxLength: 3 }),
        lowBranches: fc.array(zone, { maxLength: 2 }),
        vines: fc.constantFrom('movable' as const, 'fixed' as const),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(trunk, fc.constantFrom(...KEYS), (t, key) => {
        const found = findPom(t, PRESETS[key].options, metres(0.5));
        if (!found.ok) {
          expect(found.reason).toMatch(/^[A-Z].{20,}\.$/);
          return;
        }
        const p = found.value;
        expect(p.pom).toBeGreaterThan(0);
        if (t.fork && p.stems === 'one') expect(p.pom).toBeLessThanOrEqual(t.fork.height + 1e-6);
        const bad = [...(t.swellings ?? []), ...(t.lowBranches ?? [])].some((z) => p.pom > z.from + 1e-5 && p.pom < z.to - 1e-5);
        if (bad) expect(p.flags.map((f) => f.code).join()).toMatch(/in-swelling|in-low-branches/);
        expect(p.steps.at(-1)?.pom).toBe(p.pom);
        // asked again it says the same
        expect(findPom(t, PRESETS[key].options, metres(0.5))).toEqual(found);
      }),
      { numRuns: 500 },
    );
  });
});

describe('one option changed on the same trunk', () => {
  const trunk: Trunk = {
    slope: 20,
    lean: { angle: 12, toward: 'downhill' },
    swellings: [{ from: 1.2, to: 1.7, narrowestBelow: 0.9 }],
    fork: { height: 3 },
  };
  const low: Trunk = { fork: { height: 1, swellFrom: 0.8, narrowestBelow: 0.5 } };
  const branchy: Trunk = { lowBranches: [{ from: 1, to: 1.6 }] };
  const flared: Trunk = { buttSwell: { end: 1.5 } };
  const base = PRESETS.monitoring.options;
  it.each([
    ['breastHeight', { breastHeight: 1.25 }, { swellings: [{ from: 1.28, to: 1.7 }] } as Trunk],
    ['groundReference', { groundReference: 'mid-slope' }, trunk],
    ['lean', { lean: 'axis' }, trunk],
    ['swelling', { swelling: 'narrowest-below' }, trunk],
    ['swelling', { swelling: 'mean-above-below' }, { swellings: [{ from: 1.2, to: 1.5 }] } as Trunk],
    ['lowBranches', { lowBranches: 'narrowest-below' }, branchy],
    ['aboveButtSwell', { aboveButtSwell: 1 }, flared],
    ['forkBelowBreastHeight', { forkBelowBreastHeight: 'one-narrowest-below' }, low],
    ['forkBelowBreastHeight', { forkBelowBreastHeight: 'separate' }, low],
    ['vines', { vines: 'over-and-flag' }, { vines: 'movable' } as Trunk],
  ] as [string, Partial<ProtocolOptions>, Trunk][])('%s moves tape, datum or what is said', (_, change, t) => {
    const before = pomOf(t, base);
    const after = pomOf(t, { ...base, ...change });
    expect([after.tapes, after.start, after.stems, after.flags]).not.toEqual([before.tapes, before.start, before.stems, before.flags]);
  });
});
