import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tally } from '../survey/index';
import { cubicMetres, feet, inches, metres, squareMetres } from '../units';
import {
  byFormFactor,
  doyle,
  formFactorSigma,
  international,
  LOG_RULE_NAMES,
  LOG_RULES,
  type LogRule,
  logByLog,
  merchantableLogs,
  scribner,
} from './index';

describe('log rules', () => {
  it.each([
    [8, 16, 30.6, 38.7],
    [12, 64, 85.8, 96.9],
    [16, 144, 166.2, 180.6],
    [20, 256, 272.0, 289.8],
    [24, 400, 403.0, 424.5],
  ])('a 16-ft log of %s in', (d, byDoyle, byScribner, byInternational) => {
    expect(doyle(inches(d), feet(16))).toBeCloseTo(byDoyle, 9);
    // the table prints one decimal, so half a unit of it is what can be asked
    expect(Math.abs(scribner(inches(d), feet(16)) - byScribner)).toBeLessThan(0.0501);
    expect(Math.abs(international(inches(d), feet(16)) - byInternational)).toBeLessThan(0.0501);
  });

  it('takes a part-section in proportion: 12 in, 10 ft → 56.7', () => {
    expect(international(inches(12), feet(10))).toBeCloseTo(56.7, 1);
  });

  it('never go below 0 and never shrink with a thicker log', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 60, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        fc.double({ min: 1, max: 40, noNaN: true }),
        (d, more, length) => {
          for (const rule of LOG_RULE_NAMES) {
            const v = LOG_RULES[rule].boardFeet(inches(d), feet(length));
            expect(v).toBeGreaterThanOrEqual(0);
            expect(LOG_RULES[rule].boardFeet(inches(d + more), feet(length))).toBeGreaterThanOrEqual(v);
          }
        },
      ),
    );
    expect(doyle(inches(4), feet(16))).toBe(0);
    expect(() => doyle(inches(-1), feet(16))).toThrow(/small-end/);
    expect(() => international(inches(10), feet(0))).toThrow(/length/);
  });
});

describe('a rule of one’s own', () => {
  it('is a line beside the others: every log and every sum has it, and theirs stay', () => {
    // a cylinder of the small end, an inch of it a board of 11/12
    const cylinder: LogRule = {
      name: 'Cylinder',
      short: 'Cyl',
      boardFeet: (d, l) => ((Math.PI / 4) * (d / 12) ** 2 * l * 11) as ReturnType<LogRule['boardFeet']>,
    };
    const taper = { formClass: 80, taperPerLog: inches(2), logLength: feet(16) };
    const without = logByLog(inches(20), 2.5, taper);
    const { logs, boardFeet } = logByLog(inches(20), 2.5, taper, { ...LOG_RULES, cylinder });
    expect(logs.map((l) => l.boardFeet.cylinder).reduce((a, b) => a + b, 0)).toBeCloseTo(boardFeet.cylinder, 9);
    expect(boardFeet.cylinder).toBeGreaterThan(boardFeet.doyle);
    const { cylinder: _, ...rest } = boardFeet;
    expect(rest).toEqual(without.boardFeet);
    const trees = [1, 2].map(() => ({ species: null, basalArea: null, volume: null, boardFeet }));
    expect(tally(trees).total.boardFeet).toEqual(Object.fromEntries(Object.entries(boardFeet).map(([k, v]) => [k, 2 * v])));
  });
});

describe('logs in a merchantable length', () => {
  const settings = { length: feet(16), trim: feet(0.3), oddEnd: 'down' as const };
  it.each([
    [8.2, 0],
    [8.3, 0.5],
    [16.3, 1],
    [32.6, 2],
    [40.8, 2],
    [40.9, 2.5],
    [42, 2.5],
    [48.89, 2.5],
    [48.9, 3],
  ])('%s ft, odd ends down → %s', (length, logs) => {
    expect(merchantableLogs(feet(length), settings)).toBe(logs);
  });
  it('nearest rounds ties up', () => {
    const nearest = { ...settings, oddEnd: 'nearest' as const };
    expect(merchantableLogs(feet(16.3 + 4.15), nearest)).toBe(1.5);
    expect(merchantableLogs(feet(16.3 + 4.1), nearest)).toBe(1);
    expect(merchantableLogs(feet(16.3 + 12.3), nearest)).toBe(2);
    expect(merchantableLogs(feet(16.3 + 12.2), nearest)).toBe(1.5);
  });
  it('agrees with cutting the stem piece by piece', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 150, noNaN: true }), (length) => {
        let rest = length;
        let logs = 0;
        while (rest >= 16.3) {
          rest -= 16.3;
          logs++;
        }
        if (rest >= 8.3) logs += 0.5;
        // lengths within rounding of a cut are decided by the slack
        fc.pre(Math.min(Math.abs(rest), Math.abs(rest - 8.3), Math.abs(rest - 16.3)) > 1e-6);
        expect(merchantableLogs(feet(length), settings)).toBe(logs);
      }),
    );
  });
});

describe('log by log', () => {
  const taper = { formClass: 80, taperPerLog: inches(2), logLength: feet(16) };
  it('18 in, FC 80, 2.5 logs → 14.4, 12.4, 11.4 and 206.1, 261.6, 287.4 bd ft', () => {
    const tree = logByLog(inches(18), 2.5, taper);
    expect(tree.logs.map((l) => l.smallEnd)).toEqual([14.4, 12.4, 11.4].map((d) => expect.closeTo(d, 9)));
    expect(tree.logs.map((l) => l.length)).toEqual([16, 16, 8]);
    expect(tree.boardFeet.doyle).toBeCloseTo(206.1, 1);
    expect(tree.boardFeet.scribner).toBeCloseTo(261.6, 1);
    expect(tree.boardFeet.international).toBeCloseTo(287.4, 1);
  });
  it('ends a lone half log at the form class', () => {
    expect(logByLog(inches(18), 0.5, taper).logs).toMatchObject([{ smallEnd: expect.closeTo(14.4, 9), length: 8 }]);
  });
  it('refuses what no tree has', () => {
    expect(() => logByLog(inches(18), 1.25, taper)).toThrow(/half logs/);
    expect(() => logByLog(inches(18), 2, { ...taper, formClass: 110 })).toThrow(/form class/);
    expect(() => logByLog(inches(6), 6, taper)).toThrow(/end at nothing/);
    expect(() => logByLog(inches(0), 2, taper)).toThrow(/dbh/);
  });
});

describe('form factor', () => {
  it('is f·g·H', () => {
    expect(byFormFactor(squareMetres(0.125), metres(24), 0.45)).toBeCloseTo(1.35, 12);
    expect(() => byFormFactor(squareMetres(0.1), metres(0), 0.45)).toThrow(/height/);
  });
  it('counts the diameter twice in its error', () => {
    expect(formFactorSigma(cubicMetres(2), { f: 0, diameter: 0.01, height: 0 })).toBeCloseTo(0.04, 12);
    expect(formFactorSigma(cubicMetres(1), { f: 0.03, diameter: 0, height: 0.04 })).toBeCloseTo(0.05, 12);
  });
});
