import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DiameterReading, OpticalReading, Reading } from '../reading/index';
import { PRESETS, type ProtocolOptions } from '../survey/index';
import { deriveTree } from './index';

const metric = PRESETS['forest-metric'].options;
const monitoring = PRESETS.monitoring.options;
const tape = (value: number, more: Partial<DiameterReading> = {}): DiameterReading => ({
  kind: 'diameter',
  tool: 'diameter-tape',
  value,
  unit: 'cm',
  ...more,
});
const derive = (readings: readonly Reading[], protocol: ProtocolOptions = metric) => deriveTree({ readings, protocol });
const sights: Reading[] = [
  { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' },
  { kind: 'angle', target: 'tip', value: 80, scale: 'percent' },
  { kind: 'angle', target: 'base', value: -10, scale: 'percent' },
];

describe('a diameter by several tools', () => {
  it('is the most trustworthy tool’s, with the others beside it', () => {
    const { dbh, assumptions } = derive([tape(45, { tool: 'estimate' }), tape(42, { tool: 'biltmore-stick' }), tape(40.4), tape(40.2)]);
    expect(dbh).toMatchObject({ ok: true, value: { tool: 'diameter-tape', readings: 2, value: expect.closeTo(0.403, 9) } });
    const compared = dbh.ok ? dbh.value.compared : [];
    expect(compared.map((c) => [c.tool, c.share.toFixed(3)])).toEqual([
      ['estimate', (0.45 / 0.403 - 1).toFixed(3)],
      ['biltmore-stick', (0.42 / 0.403 - 1).toFixed(3)],
    ]);
    expect(assumptions.map((a) => a.code)).toContain('reach');
  });
  it('is the estimate where there is nothing else, with an estimate’s error', () => {
    const { dbh } = derive([tape(45, { tool: 'estimate' })]);
    expect(dbh).toMatchObject({ ok: true, value: { tool: 'estimate', value: 0.45 } });
    expect(dbh.ok && dbh.value.sigma).toBeCloseTo(0.0675, 4);
  });
  it('trusts a caliper less the less round the stem is', () => {
    const sigma = (a: number, b: number) => {
      const { dbh } = derive([tape(a, { tool: 'caliper', more: [b] })]);
      return dbh.ok ? dbh.value.sigma : Number.NaN;
    };
    expect(sigma(40, 40)).toBeCloseTo(0.003 / Math.SQRT2, 3);
    expect(sigma(20, 200)).toBeGreaterThan(0.3);
    expect(sigma(38, 46)).toBeGreaterThan(sigma(41, 43));
  });
  it('takes a person’s own error with a tool', () => {
    const own = derive([tape(42, { tool: 'biltmore-stick', reach: 0.635, sigmaShare: 0.02 })]).dbh;
    expect(own.ok && own.value.sigma).toBeCloseTo(0.0084, 3);
  });
  it.each([
    ['down to 0.1 cm', 'forest-metric', 41.37, 0.413],
    ['to the nearest 0.1 cm', 'monitoring', 41.37, 0.414],
    ['under a rule for girths as the diameter it is', 'street', 41.37, 0.414],
  ] as const)('is rounded %s, and kept unrounded beside', (_, key, read, expected) => {
    const { dbh } = derive([tape(read)], PRESETS[key].options);
    expect(dbh).toMatchObject({ ok: true, value: { value: expect.closeTo(expected, 9), unrounded: expect.closeTo(read / 100, 9) } });
  });
  it('holds a dendrometer’s reading at breast height or higher up', () => {
    const optical: OpticalReading = {
      kind: 'optical-diameter',
      by: 'angle',
      value: 2,
      distance: 12,
      unit: 'm',
      along: 'level',
      to: 'axis',
      elevation: 0,
    };
    const by = derive([optical]);
    expect(by.dbh).toMatchObject({ ok: true, value: { tool: 'optical', unrounded: expect.closeTo(24 * Math.sin(Math.PI / 180), 9) } });
    const up = derive([tape(40), { ...optical, upper: true, pom: 6, elevation: 20 }, { ...optical, upper: true, pom: 3, along: 'sight' }]);
    expect(up.stems[0]?.uppers.map((u) => [u.height, u.value.toFixed(4)])).toEqual([
      [3, (24 * Math.sin(Math.PI / 180)).toFixed(4)],
      [6, ((24 / Math.cos(Math.PI / 9)) * Math.sin(Math.PI / 180)).toFixed(4)],
    ]);
    const bands: OpticalReading = { ...optical, by: 'bands', value: 2.5, ratio: 0.02, selfCorrecting: true, along: 'sight', elevation: 30 };
    expect(derive([bands]).dbh).toMatchObject({
      ok: true,
      value: { unrounded: expect.closeTo(2.5 * 0.02 * 12 * Math.cos(Math.PI / 6), 9) },
    });
    expect(() => derive([{ ...optical, along: 'level', elevation: undefined } as unknown as Reading])).toThrow(/angle of the sight/);
    expect(() => derive([{ ...optical, upper: true }])).toThrow(/height/);
    expect(() => derive([{ ...bands, ratio: undefined } as unknown as Reading])).toThrow(/ratio/);
  });
});

describe('the point of measurement of a reading', () => {
  const swollen: Reading = { kind: 'trunk', trunk: { swellings: [{ from: 1.1, to: 1.6 }] } };
  it('is the trunk’s where the reading names none', () => {
    expect(derive([swollen, tape(40)]).dbh).toMatchObject({ ok: true, value: { pom: 1.6 } });
    expect(derive([swollen, tape(40)], PRESETS.street.options).dbh).toMatchObject({ ok: true, value: { pom: 1.1 } });
  });
  it('needs both tapes of a mean above and below, and says which reading is which', () => {
    const mean = { ...metric, swelling: 'mean-above-below' } as const;
    expect(derive([swollen, tape(40)], mean).dbh).toMatchObject({ ok: false, code: 'pom-needed' });
    expect(derive([swollen, tape(40, { pom: 1 })], mean).dbh).toMatchObject({ ok: false, code: 'second-tape-missing' });
    expect(derive([swollen, tape(42, { pom: 1 }), tape(38, { pom: 1.6 })], mean).dbh).toMatchObject({
      ok: true,
      value: { pom: 1.3, value: 0.4, tapes: [1, 1.6] },
    });
  });
  it('above a fork of its stem is refused', () => {
    const forked: Reading = { kind: 'trunk', trunk: { fork: { height: 1.4 } } };
    expect(derive([forked, tape(40, { pom: 1.6 })], monitoring).dbh).toMatchObject({ ok: false, code: 'pom-above-fork' });
    expect(derive([forked, tape(40)], monitoring).dbh).toMatchObject({ ok: true });
  });
  it('the last thing said of a trunk counts', () => {
    expect(derive([swollen, { kind: 'trunk', trunk: {} }, tape(40)]).dbh).toMatchObject({ ok: true, value: { pom: 1.3 } });
  });
});

describe('several stems', () => {
  const three = [tape(30), tape(20, { stem: '2' }), tape(10, { stem: '3' }), ...sights];
  it('stand alone, together make the basal area, and take one height', () => {
    const tree = derive(three);
    expect(tree.dbh).toMatchObject({ ok: false, code: 'stems-stand-alone' });
    expect(tree.stems.map((s) => s.dbh.ok && s.dbh.value.value.toFixed(2))).toEqual(['0.30', '0.20', '0.10']);
    const g = (Math.PI / 4) * (0.09 + 0.04 + 0.01);
    expect(tree.basalArea).toMatchObject({ ok: true, value: { value: expect.closeTo(g, 9), stems: 3 } });
    expect(tree.cubic).toMatchObject({ ok: true, value: { value: expect.closeTo(0.45 * g * 18, 9) } });
    expect(tree.assumptions.map((a) => a.code)).toContain('stems-share-height');
  });
  it('get a number that keeps basal area, or one that loses it', () => {
    const kept = derive(three, monitoring);
    expect(kept.dbh).toMatchObject({ ok: true, value: { value: expect.closeTo(Math.sqrt(0.14), 9) } });
    expect(kept.oneNumber).toMatchObject({ rule: 'quadratic-sum', stems: 3, kept: expect.closeTo(1, 12) });
    const lost = derive(three, { ...monitoring, oneNumber: 'arithmetic-mean' });
    expect(lost.dbh).toMatchObject({ ok: true, value: { value: expect.closeTo(0.2, 9) } });
    expect(lost.oneNumber?.kept).toBeCloseTo(0.04 / 0.14, 9);
    // volume goes by the stems, whatever their number is called
    expect(lost.cubic.ok && kept.cubic.ok && lost.cubic.value.value - kept.cubic.value.value).toBeCloseTo(0, 12);
    expect(lost.boards).toMatchObject({ ok: false });
  });
  it('count up to the protocol’s number, the largest first; or the largest is the tree', () => {
    const eight = Array.from({ length: 8 }, (_, i) => tape(12 + i, { stem: String(i + 1) }));
    expect(
      derive(eight, monitoring)
        .stems.filter((s) => !s.counted)
        .map((s) => s.stem),
    ).toEqual(['1', '2']);
    expect(derive(eight, metric).stems.every((s) => s.counted)).toBe(true);
    const tall = derive(eight, PRESETS['tall-tree'].options);
    expect(tall.stems.filter((s) => s.counted).map((s) => s.stem)).toEqual(['8']);
    expect(tall.dbh).toMatchObject({ ok: true, value: { unrounded: expect.closeTo(0.19, 9) } });
    expect(tall.basalArea).toMatchObject({ ok: true, value: { stems: 1 } });
  });
  it('basal area is the same in whatever order the stems come', () => {
    const eight = Array.from({ length: 6 }, (_, i) => tape(12 + 3 * i, { stem: String(i + 1) }));
    fc.assert(
      fc.property(fc.shuffledSubarray(eight, { minLength: 6 }), (order) => {
        const [a, b] = [derive(order, monitoring), derive(eight, monitoring)];
        expect(a.basalArea.ok && b.basalArea.ok && a.basalArea.value.value / b.basalArea.value.value).toBeCloseTo(1, 12);
      }),
    );
  });
  it('one that can not be derived is the tree’s trouble', () => {
    expect(derive([tape(30), tape(20, { stem: '2' }), tape(21, { stem: '2', pom: 2 })], monitoring).dbh).toMatchObject({
      ok: false,
      code: 'several-poms',
    });
  });
});
