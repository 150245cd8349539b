import fc from 'fast-check';
import { expect, it } from 'vitest';
import { freeCode } from './free-code';

it('a new species has a code that no other has, of its own letters while there are any', () => {
  expect(freeCode('beech', [])).toBe('BEE');
  expect(freeCode('beech', ['bee'])).toBe('BEC');
  expect(freeCode('Scots pine', ['SCO'])).toBe('SCT');
  expect(freeCode('ox', [])).toBe('OX');
  expect(freeCode('ox', ['OX', 'ox2'])).toBe('OX3');
  expect(freeCode('árbol', [])).toBe('ÁRB');
  fc.assert(
    fc.property(fc.array(fc.string({ minLength: 1, maxLength: 8 }), { maxLength: 40 }), (names) => {
      const codes: string[] = [];
      for (const name of names) codes.push(freeCode(name, codes));
      expect(new Set(codes.map((c) => c.toLowerCase())).size).toBe(names.length);
      // what begins a line with a letter is no number
      for (const code of codes) expect(code).toMatch(/^\p{L}/u);
    }),
  );
});
