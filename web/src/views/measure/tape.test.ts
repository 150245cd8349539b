import { deriveTree, findPom, metres, PRESETS, type Reading, type ToolName, type Trunk } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import type { BodyOf } from '../../contract/envelope';
import { sayTrunk } from '../../methods/say-trunk';
import { groundOf, sameSlot, stemLines, tapeAt } from './tape';

const { street, monitoring, 'timber-us': us } = PRESETS;
const where = (trunk: Trunk, p = street) => findPom(trunk, p.options, metres(0.4));
const tape = (value: number, stem?: string): Reading => ({
  kind: 'diameter',
  tool: 'diameter-tape',
  value,
  unit: 'cm',
  ...(stem ? { stem } : {}),
});

describe('where the next tape goes', () => {
  it('breast height, else the point of the last visit, else what the trunk decides', () => {
    expect(tapeAt(null, [], '1', street.options, 0)).toMatchObject({ pom: 1.3, by: 'protocol', why: null });
    const before = [{ stem: '2', diameter: 0.3, pom: 1.62, years: 3 }];
    expect(tapeAt(null, before, '2', monitoring.options, 0)).toMatchObject({ pom: 1.62, by: 'visit' });
    expect(tapeAt(null, before, '1', monitoring.options, 0)).toMatchObject({ by: 'protocol' });
    const swollen = where({ swellings: [{ from: 1.1, to: 1.6 }] });
    expect(tapeAt(swollen, before, '2', street.options, 0)).toMatchObject({
      pom: 1.1,
      by: 'trunk',
      why: expect.stringContaining('mid-slope'),
    });
  });
  it('takes turns between the two heights of a mean above and below', () => {
    const both = where(
      { swellings: [{ from: 1.2, to: 1.5 }] },
      { ...street, options: { ...street.options, swelling: 'mean-above-below' } },
    );
    const at = (n: number) => tapeAt(both, [], '1', street.options, n);
    expect([at(0), at(1), at(2)].map((t) => [t.pom.toFixed(2), t.nth, t.of])).toEqual([
      ['1.10', 1, 2],
      ['1.50', 2, 2],
      ['1.10', 1, 2],
    ]);
  });
  it('keeps its reason short enough for a record', () => {
    const everything = where({
      slope: 20,
      lean: { angle: 12, toward: 'downhill' },
      fork: { height: 1, swellFrom: 0.9 },
      swellings: [{ from: 0.8, to: 0.95 }],
      vines: 'fixed',
      snow: 0.3,
      buttSwell: { end: 0.2 },
    });
    expect(tapeAt(everything, [], '1', street.options, 0).why?.length).toBeLessThanOrEqual(400);
  });
});

describe('the stems of a tree', () => {
  const lines = (readings: readonly Reading[], p = street) =>
    stemLines(null, readings, deriveTree({ readings, protocol: p.options })).map((s) => [s.number, s.diameter]);
  it('are those read and those said to be there', () => {
    expect(lines([])).toEqual([[1, null]]);
    expect(lines([{ kind: 'trunk', trunk: { stems: 3 } }, tape(30)])).toEqual([
      [1, 0.3],
      [2, null],
      [3, null],
    ]);
    expect(lines([tape(30), tape(20, '2')])).toEqual([
      [1, 0.3],
      [2, 0.2],
    ]);
  });
  it('are shown when one is added, before it is read', () => {
    expect(
      stemLines(null, [tape(30)], deriveTree({ readings: [tape(30)], protocol: street.options }), { id: null, number: 2 }),
    ).toHaveLength(2);
  });
  it('share their ground: slope and snow of the first, nothing else of its trunk', () => {
    expect(groundOf([])).toBeNull();
    expect(groundOf([{ kind: 'trunk', trunk: { vines: 'fixed', stems: 2 } }])).toBeNull();
    const first: Reading = { kind: 'trunk', trunk: { slope: 12, snow: 0.3, stems: 2, swellings: [{ from: 1, to: 2 }] } };
    expect(groundOf([first, { kind: 'trunk', stem: '2', trunk: { slope: 40 } }])).toEqual({ slope: 12, snow: 0.3 });
  });
  it('are one where one below the fork stands for all', () => {
    const forked: Reading = { kind: 'trunk', trunk: { fork: { height: 1.1 }, stems: 2 } };
    expect(lines([forked])).toHaveLength(1);
    expect(lines([forked], us)).toHaveLength(2);
  });
});

describe('in words and slots', () => {
  it('says what a trunk does in the units of the survey', () => {
    expect(sayTrunk({}, 'metric')).toBe('stands straight');
    expect(sayTrunk({ slope: 9, lean: { angle: 17, toward: 'downhill' }, swellings: [{ from: 1.1, to: 1.62 }] }, 'metric')).toBe(
      'slope 9°, leans 17° downhill, swollen 1.10–1.62 m',
    );
    expect(sayTrunk({ fork: { height: 0.3048 }, stems: 2, vines: 'fixed', snow: 0.2 }, 'us')).toBe('2 stems, forks at 1.0 ft, vines, snow');
  });
  it('two tapes share a slot, every other tool has its own', () => {
    const head = (read: Reading, station: string | null = null) => ({ read, station }) as BodyOf<'reading'>;
    const using = (tool: ToolName) => ({ tool, by: 'tape' }) as const;
    expect(sameSlot(head(tape(30)), using('plain-tape'), 'dbh', null)).toBe(true);
    expect(sameSlot(head(tape(30)), using('caliper'), 'dbh', null)).toBe(false);
    expect(sameSlot(head({ ...tape(30), upper: true, pom: 5 } as Reading), using('diameter-tape'), 'dbh', null)).toBe(false);
    // from the farther of two stations the same target is another step
    const tip: Reading = { kind: 'angle', target: 'tip', value: 58, scale: 'percent' };
    expect(sameSlot(head(tip, 'B'), using('caliper'), 'tip', 'B')).toBe(false);
    expect(sameSlot(head(tip, 'B'), using('caliper'), 'far-tip', 'B')).toBe(true);
    // what is paced and what is taped stay a pair
    const paced: Reading = { kind: 'paces', value: 14, along: 'level', to: 'axis' };
    expect(sameSlot(head(paced), using('caliper'), 'distance', null)).toBe(false);
    expect(sameSlot(head(paced), { tool: 'caliper', by: 'paces' }, 'distance', null)).toBe(true);
  });
});
