import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METRES_PER_INCH } from '../units';
import { PRESETS } from './presets';
import { productOf } from './product';

const inches = (n: number) => n * METRES_PER_INCH;
const { products } = PRESETS['timber-us'].options;

describe('the product of a stem', () => {
  it.each([
    [10, 'sawtimber'],
    [9.9, 'pulpwood'],
    [4, 'pulpwood'],
    [3.9, null],
    [40, 'sawtimber'],
  ])('of %d in is %s', (d, product) => expect(productOf(inches(d), products)).toBe(product));
  it('is what a person says of it', () => expect(productOf(inches(20), products, 'pulpwood')).toBe('pulpwood'));
  it('is none where no classes are kept', () => expect(productOf(0.4, undefined)).toBeNull());
  it('never depends on the order of the classes, and never falls as the stem grows thicker', () => {
    const classes = fc.uniqueArray(
      fc.record({ product: fc.string({ minLength: 1 }), from: fc.double({ min: 0.01, max: 2, noNaN: true }) }),
      {
        selector: (c) => c.from,
        maxLength: 6,
      },
    );
    fc.assert(
      fc.property(classes, fc.double({ min: 0, max: 3, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (list, d, more) => {
        const limit = (dbh: number, of = list) => of.find((c) => c.product === productOf(dbh, of))?.from ?? 0;
        expect(productOf(d, [...list].reverse())).toBe(productOf(d, list));
        const named = list.map((c, i) => ({ ...c, product: String(i) }));
        expect(limit(d + more, named)).toBeGreaterThanOrEqual(limit(d, named));
      }),
    );
  });
});
