import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { METRES_PER_FOOT, metres } from '../units';
import { deriveTree } from './index';

const metric = PRESETS['forest-metric'].options;
const us = PRESETS['timber-us'].options;
const angle = (
  target: 'tip' | 'base' | 'ground' | 'mark' | 'crown-base' | 'merchantable',
  value: number,
  scale: 'degree' | 'percent' = 'percent',
  id?: string,
): Reading => ({ kind: 'angle', target, value, scale, ...(id ? { id } : {}) });
const tape = (value: number, unit: 'm' | 'ft' = 'm', along: 'level' | 'slope' = 'level', to: 'axis' | 'bark' = 'axis'): Reading => ({
  kind: 'distance',
  value,
  unit,
  along,
  to,
});
const dbh = (value: number, unit: 'cm' | 'in' = 'cm'): Reading => ({ kind: 'diameter', tool: 'diameter-tape', value, unit });

describe('one tree from its readings', () => {
  it('25 m along −14°, +35°, −17° → 24.40 m, with its parts', () => {
    const tree = deriveTree({
      protocol: metric,
      readings: [tape(25, 'm', 'slope'), angle('ground', -14, 'degree'), angle('tip', 35, 'degree'), angle('base', -17, 'degree')],
    });
    expect(tree.height).toMatchObject({
      ok: true,
      value: { value: expect.closeTo(24.4, 2), method: 'two-sights', signCase: 'eye-between', reference: 'uphill' },
    });
    expect(tree.dbh).toMatchObject({ ok: false, code: 'no-diameter' });
    expect(tree.cubic).toMatchObject({ ok: false, code: 'no-diameter' });
  });

  it('measures a US tree in feet and inches with logs as told', () => {
    const tree = deriveTree({
      protocol: us,
      species: { formClass: 80, taperPerLog: 2, formFactor: 0.42, formFactorSigma: 0.04, crown: 'conifer' },
      readings: [dbh(18, 'in'), tape(80, 'ft'), angle('tip', 86), angle('base', -7), { kind: 'logs', value: 2.5 }],
    });
    expect(tree.height.ok && tree.height.value.value / METRES_PER_FOOT).toBeCloseTo(74.4, 9);
    expect(tree.boards).toMatchObject({
      ok: true,
      value: {
        count: 2.5,
        counted: 'told',
        boardFeet: { doyle: expect.closeTo(206.1, 1), scribner: expect.closeTo(261.6, 1), international: expect.closeTo(287.4, 1) },
      },
    });
    expect(tree.assumptions).toEqual([]);
  });

  it('begins the logs at the stump, not at the ground', () => {
    // merchantable top 40.9 ft above the ground: 39.9 ft above the stump hold 2 logs, 40.9 would hold 2.5
    const tree = deriveTree({ protocol: us, readings: [dbh(18, 'in'), tape(100, 'ft'), angle('base', -5), angle('merchantable', 35.9)] });
    expect(tree.boards.ok && tree.boards.value.count).toBe(2);
  });
  it('cuts logs from a sighted merchantable top, above the stump', () => {
    // merchantable top 43 ft above the ground, stump 1 ft: 42 ft hold 2.5 logs
    const tree = deriveTree({ protocol: us, readings: [dbh(18, 'in'), tape(100, 'ft'), angle('base', -5), angle('merchantable', 38)] });
    expect(tree.merchantable.ok && tree.merchantable.value.value / METRES_PER_FOOT).toBeCloseTo(43, 9);
    expect(tree.boards).toMatchObject({ ok: true, value: { count: 2.5, counted: 'from-height' } });
    expect(tree.assumptions.map((a) => a.code)).toEqual(['form-class', 'taper']);
  });

  it('adds half the diameter to a distance to the bark, and waits for the diameter', () => {
    const readings = [tape(20, 'm', 'level', 'bark'), angle('tip', 100), angle('base', -10)];
    expect(deriveTree({ protocol: metric, readings }).height).toMatchObject({ ok: false, code: 'bark-without-diameter' });
    const tree = deriveTree({ protocol: metric, readings: [...readings, dbh(40)] });
    expect(tree.height.ok && tree.height.value.value).toBeCloseTo(20.2 * 1.1, 9);
  });

  it('completes a hidden base with the mark', () => {
    const readings = [tape(20), angle('tip', 80), angle('mark', -2)];
    expect(deriveTree({ protocol: metric, readings }).height).toMatchObject({ ok: false, code: 'no-mark-height' });
    const tree = deriveTree({ protocol: metric, readings: [...readings, { kind: 'mark-height', value: 1.3, unit: 'm' }] });
    expect(tree.height).toMatchObject({ ok: true, value: { value: expect.closeTo(1.3 + 20 * 0.82, 9), method: 'two-sights-to-mark' } });
  });

  it('averages repeated shots and trusts their mean more', () => {
    const one = deriveTree({ protocol: metric, readings: [tape(24), angle('tip', 75), angle('base', -8)] });
    const two = deriveTree({ protocol: metric, readings: [tape(24), angle('tip', 74.5), angle('tip', 75.5), angle('base', -8)] });
    expect(two.height.ok && one.height.ok && two.height.value.value - one.height.value.value).toBeCloseTo(0, 9);
    expect(
      two.height.ok && one.height.ok && (two.height.value.parts?.['top-sight'] ?? 0) / (one.height.value.parts?.['top-sight'] ?? 1),
    ).toBeCloseTo(Math.SQRT1_2, 2);
  });

  it('takes a girth by π, keeps its point of measurement, and will not average two points', () => {
    const girth: Reading = { kind: 'diameter', tool: 'plain-tape', value: 120, unit: 'cm' };
    expect(deriveTree({ protocol: metric, readings: [girth] }).dbh).toMatchObject({
      ok: true,
      value: { value: expect.closeTo(0.381, 9), unrounded: expect.closeTo(0.38197, 5), pom: 1.3 },
    });
    expect(deriveTree({ protocol: metric, readings: [girth, { ...girth, pom: 1.62 }] }).dbh).toMatchObject({
      ok: false,
      code: 'several-poms',
    });
  });

  it('says what it assumed', () => {
    const tree = deriveTree({
      protocol: metric,
      readings: [dbh(40), tape(24), angle('tip', 90), angle('base', -7), { kind: 'logs', value: 2 }],
    });
    expect(tree.assumptions.map((a) => a.code)).toEqual(['tip-offset', 'form-factor', 'logs', 'form-class', 'taper']);
    expect(tree.stations[0]).toMatchObject({ ok: true, value: { eyeHeight: 1.6, eyeHeightAssumed: true } });
    const told = deriveTree({ protocol: metric, eyeHeight: metres(1.72), readings: [tape(24)] });
    expect(told.stations[0]).toMatchObject({ ok: true, value: { eyeHeight: 1.72, eyeHeightAssumed: false } });
  });

  it('takes every station for a determination of its own, and their weighted mean for the height', () => {
    const at = (station: string, r: Reading): Reading => ({ ...r, station });
    const first = [tape(20), angle('tip', 80), angle('base', -10)].map((r) => at('a', r));
    const tree = deriveTree({ protocol: metric, readings: [...first, at('b', tape(30))] });
    expect(tree.height).toMatchObject({ ok: true, value: { station: 'a' } });
    const both = deriveTree({
      protocol: metric,
      readings: [...first, ...[tape(30), angle('tip', 60), angle('base', -5)].map((r) => at('b', r))],
    });
    expect(both.determinations.map((d) => d.heights.tip)).toMatchObject([
      { ok: true, value: { value: expect.closeTo(18, 9), station: 'a' } },
      { ok: true, value: { value: expect.closeTo(19.5, 9), station: 'b' } },
    ]);
    expect(both.height).toMatchObject({
      ok: true,
      value: { method: 'mean', station: null, agreement: { determinations: 2, agree: true, odd: null } },
    });
    const mean = both.height.ok ? both.height.value : null;
    expect(mean?.value).toBeGreaterThan(18);
    expect(mean?.value).toBeLessThan(19.5);
  });

  it('refuses readings that can not be, and never answers NaN', () => {
    expect(() => deriveTree({ protocol: metric, readings: [dbh(0)] })).toThrow(/above 0/);
    expect(() => deriveTree({ protocol: metric, readings: [tape(-3)] })).toThrow(/distance/);
    expect(() => deriveTree({ protocol: metric, readings: [tape(20), angle('tip', 90, 'degree')] })).toThrow(/straight up/);
    expect(() =>
      deriveTree({ protocol: metric, readings: [tape(20), { kind: 'angle', target: 'tip', value: 20, scale: 'fixed' }] }),
    ).toThrow(/fixed-distance scale/);
    expect(deriveTree({ protocol: us, readings: [dbh(6, 'in'), { kind: 'logs', value: 6 }] }).boards).toMatchObject({
      ok: false,
      code: 'taper-too-strong',
    });
  });

  it('does not depend on the order in which readings of a tree arrive', () => {
    const readings: Reading[] = [
      dbh(40),
      tape(24, 'm', 'slope', 'bark'),
      angle('ground', 5, 'degree'),
      angle('tip', 90),
      angle('base', -1),
      angle('crown-base', 40),
    ];
    const straight = deriveTree({ protocol: metric, readings });
    fc.assert(
      fc.property(fc.shuffledSubarray(readings, { minLength: readings.length }), (shuffled) => {
        expect(deriveTree({ protocol: metric, readings: shuffled })).toEqual(straight);
      }),
    );
  });
});
