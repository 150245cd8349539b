import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import type { DiameterReading, Reading } from '../reading/index';
import { PRESET_KEYS, PRESETS, type PresetKey, type ProtocolOptions } from '../survey/index';
import { deriveTree } from '../tree/index';
import { checkTree, type PreviousDiameter } from './index';

const metric = PRESETS['forest-metric'].options;
const find = (readings: readonly Reading[], protocol: ProtocolOptions = metric, previous: readonly PreviousDiameter[] = []) =>
  checkTree({ readings, protocol, species: {}, previous, result: deriveTree({ readings, protocol }) });
const codes = (...args: Parameters<typeof find>) => find(...args).map((f) => f.code);
const tape = (value: number, more: Partial<DiameterReading> = {}): DiameterReading => ({
  kind: 'diameter',
  tool: 'diameter-tape',
  value,
  unit: 'cm',
  ...more,
});
const last = (diameter: number, pom = 1.3, years = 3): PreviousDiameter[] => [{ diameter, pom, years }];

describe('checks of a diameter', () => {
  it.each([
    ['a tape read from the wrong side of a mark', [tape(43), tape(57)], metric, [], 'wrong-side-of-mark'],
    ['a tape begun at its 10', [tape(47.2), tape(57.2)], metric, [], 'tape-from-one'],
    [
      'a girth as diameter, against the stick',
      [tape(40, { tool: 'biltmore-stick', reach: 0.635 }), tape(126)],
      metric,
      [],
      'circumference-as-diameter',
    ],
    ['a girth as diameter, against the last visit', [tape(126)], metric, last(0.39), 'circumference-as-diameter'],
    ['a diameter as girth', [tape(40, { tool: 'plain-tape' })], metric, last(0.39), 'diameter-as-circumference'],
    ['inches as centimetres', [tape(15.7)], metric, last(0.39), 'inches-as-centimetres'],
    ['a decimal slip', [tape(4.02)], metric, last(0.39), 'decimal-slip'],
    ['a caliper read in inches, beside a tape', [tape(15.7, { tool: 'caliper' }), tape(40)], metric, [], 'inches-as-centimetres'],
    [
      'a stick read from the wrong side of a mark',
      [tape(43, { tool: 'biltmore-stick', reach: 0.635 }), tape(57)],
      metric,
      [],
      'wrong-side-of-mark',
    ],
    ['a twisted tape, against the caliper', [tape(40, { tool: 'caliper', more: [40.4] }), tape(43.1)], metric, [], 'tools-disagree'],
    ['two passes that disagree', [tape(40), tape(42)], metric, [], 'passes-disagree'],
    ['a stem that shrank', [tape(36.2)], metric, last(0.39), 'dbh-shrank'],
    ['a stem that grew too fast', [tape(55)], metric, last(0.39), 'dbh-grew'],
    ['a moved point', [tape(39.5)], metric, last(0.39, 1.55), 'pom-moved'],
    ['an oval stem', [tape(40, { tool: 'caliper', more: [46] })], metric, [], 'out-of-round'],
    ['a caliper pair of 20 and 200', [tape(20, { tool: 'caliper', more: [200] })], metric, [], 'caliper-slip'],
    ['a tape off its point', [tape(40, { pom: 1.4 })], metric, [], 'pom-off-protocol'],
    [
      'a tape in the swelling',
      [{ kind: 'trunk', trunk: { swellings: [{ from: 1.1, to: 1.6 }] } }, tape(40, { pom: 1.3 })],
      metric,
      [],
      'pom-off-protocol',
    ],
    ['a tape above the fork', [{ kind: 'trunk', trunk: { fork: { height: 1.4 } } }, tape(40, { pom: 1.6 })], metric, [], 'pom-above-fork'],
    ['vines under the tape', [{ kind: 'trunk', trunk: { vines: 'fixed' } }, tape(40)], metric, [], 'vines-included'],
    ['stems not read', [{ kind: 'trunk', trunk: { stems: 3 } }, tape(40), tape(30, { stem: '2' })], metric, [], 'stems-unread'],
    ['a stem without a reading', [tape(40), { kind: 'trunk', stem: '2', trunk: {} }], metric, [], 'stems-unread'],
    ['a smaller stem first', [tape(20), tape(30, { stem: '2' })], metric, [], 'stem-order'],
    ['an upper diameter over the lower', [tape(30), tape(36, { upper: true, pom: 5 })], metric, [], 'upper-over-lower'],
  ] as [string, Reading[], ProtocolOptions, PreviousDiameter[], string][])('notice %s', (_, readings, protocol, previous, code) => {
    expect(codes(readings, protocol, previous)).toContain(code);
    for (const f of find(readings, protocol, previous)) {
      expect(
        [f.what, f.why, f.remedy].every((s) => /^[“A-Z±\d].{12,}[.?]$/u.test(s)),
        JSON.stringify(f),
      ).toBe(true);
    }
  });

  it('say nothing of what is as it should be', () => {
    expect(codes([tape(40)])).toEqual([]);
    expect(codes([tape(40)], metric, last(0.39))).toEqual([]);
    expect(codes([tape(45, { tool: 'estimate' }), tape(40)])).toEqual([]);
    expect(codes([{ kind: 'trunk', trunk: { swellings: [{ from: 1.1, to: 1.6 }] } }, tape(40, { pom: 1.6 })])).toEqual([]);
    // the old point of a permanent stem comes before the rule
    expect(codes([tape(40, { pom: 1.62 })], PRESETS.monitoring.options, last(0.39, 1.62))).toEqual([]);
    expect(codes([tape(40), tape(30, { stem: '2' }), { kind: 'trunk', trunk: { stems: 2 } }])).toEqual([]);
    expect(codes([tape(30), tape(24, { upper: true, pom: 5 })])).toEqual([]);
  });

  it('ask one tree in a dozen, always the same ones, for a second reading, until there is one', () => {
    const asked = (tree: string, readings: readonly Reading[], previous: PreviousDiameter[] = []) =>
      checkTree({ tree, readings, protocol: metric, species: {}, previous, result: deriveTree({ readings, protocol: metric }) }).some(
        (f) => f.code === 'second-reading',
      );
    const trees = Array.from({ length: 6000 }, (_, i) => `0190a000-0000-7000-8000-${i.toString(16).padStart(12, '0')}`);
    const due = trees.filter((t) => asked(t, [tape(40)]));
    expect(due.length / trees.length).toBeCloseTo(1 / 12, 1);
    expect(due.every((t) => asked(t, [tape(40)]))).toBe(true);
    const [one = ''] = due;
    expect(asked(one, [tape(40), tape(40.1)])).toBe(false);
    expect(asked(one, [tape(42, { tool: 'estimate' }), tape(40)])).toBe(false);
    expect(asked(one, [tape(40)], last(0.39))).toBe(false);
    expect(asked(one, [])).toBe(false);
  });

  it('keep and flag stems beyond what the protocol takes', () => {
    const many = Array.from({ length: 8 }, (_, i) => tape(30 - i, { stem: String(i + 1) }));
    const found = find(many, PRESETS.monitoring.options);
    expect(found.map((f) => f.code)).toContain('stems-beyond-protocol');
    expect(found.find((f) => f.code === 'stems-beyond-protocol')?.remedy).toContain('7, 8');
    expect(codes(many, metric)).not.toContain('stems-beyond-protocol');
  });
});

const N = runs(1500);
const round1 = (n: number) => Math.round(n * 10) / 10;

/** A stem and what is known of it beside the tape: another tool, a second pass or the last visit, with errors drawn. */
function simulate(s: Stream): { truth: number; reading: DiameterReading; others: Reading[]; previous: PreviousDiameter[] } {
  const truth = s.between(12, 90);
  const reading = tape(round1(truth + s.normal(0.2)));
  const others: Reading[] = [];
  const previous: PreviousDiameter[] = [];
  const what = Math.floor(s.between(0, 5));
  if (what === 0) others.push(tape(round1(truth * (1 + s.normal(0.04))), { tool: 'biltmore-stick', reach: 0.635 }));
  if (what === 1) others.push(tape(round1(truth + s.normal(0.3)), { tool: 'caliper', more: [round1(truth + s.normal(0.3))] }));
  if (what === 2) others.push(tape(round1(truth + s.normal(0.2))));
  if (what === 3) others.push(tape(Math.round(truth * (1 + s.normal(0.15))), { tool: 'estimate' }));
  if (what === 4) {
    const years = s.between(1, 6);
    previous.push({ diameter: (truth - years * s.between(0, 0.9) + s.normal(0.2)) / 100, pom: 1.3, years });
  }
  return { truth, reading, others, previous };
}

describe.each(PRESET_KEYS)('rates on simulated stems, %s', (key: PresetKey) => {
  // the point of the tape is the preset's own, said with the reading
  const protocol = { ...PRESETS[key].options };
  const at = (r: Reading): Reading => (r.kind === 'diameter' ? { ...r, pom: protocol.breastHeight } : r);
  const look = (x: ReturnType<typeof simulate>, reading: DiameterReading) =>
    codes(
      [...x.others, reading].map(at),
      protocol,
      x.previous.map((p) => ({ ...p, pom: protocol.breastHeight })),
    );

  it('flag at most 2 % of clean stems', () => {
    const s = new Stream(31337);
    let flagged = 0;
    for (let i = 0; i < N; i++) {
      const x = simulate(s);
      if (look(x, x.reading).length > 0) flagged++;
    }
    expectShare(flagged, N, { to: 0.02 });
  });

  it('find at least 90 % of planted blunders that show', () => {
    const s = new Stream(99);
    const rates = new Map<string, { hit: number; all: number }>();
    const blunders: Record<string, (v: number) => number> = {
      'circumference-as-diameter': (v) => round1(v * Math.PI),
      'inches-as-centimetres': (v) => round1(v / 2.54),
      'wrong-side-of-mark': (v) => round1(2 * 10 * Math.floor(v / 10) - v + 10),
      'tape-from-one': (v) => round1(v + 10),
      'decimal-slip': (v) => round1(v * 10),
    };
    for (let i = 0; i < N; i++) {
      const x = simulate(s);
      for (const [name, spoil] of Object.entries(blunders)) {
        const value = spoil(x.reading.value);
        if (!(value > 0)) continue;
        // it shows when it leaves the band of 99 % of clean readings, given what else is known of this stem
        const [other] = x.others as DiameterReading[];
        const spread = other
          ? { 'biltmore-stick': 0.04 * x.truth, caliper: 0.29, estimate: 0.15 * x.truth, 'diameter-tape': 0.28, 'plain-tape': 0.1 }[
              other.tool
            ]
          : 0.28;
        const growth = x.previous.length > 0 ? 3 * (x.previous[0]?.years ?? 0) : 0;
        const centre = other ? (other.value + (other.more?.[0] ?? other.value)) / 2 : (x.previous[0]?.diameter ?? 0) * 100;
        const low = centre - 3.5 * Math.hypot(spread, 0.3);
        const high = centre + 3.5 * Math.hypot(spread, 0.3) + growth;
        if (other?.tool === 'estimate' || (value > low && value < high)) continue;
        const rate = rates.get(name) ?? { hit: 0, all: 0 };
        rate.all++;
        if (look(x, { ...x.reading, value }).length > 0) rate.hit++;
        rates.set(name, rate);
      }
    }
    for (const [name, { hit, all }] of rates) {
      expect(all, name).toBeGreaterThan(N / 15);
      expectShare(hit, all, { from: 0.9 }, name);
    }
  });
});
