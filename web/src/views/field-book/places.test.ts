import fc from 'fast-check';
import { expect, test } from 'vitest';
import { inPlaces } from './places';

const ids = fc.uniqueArray(fc.string({ maxLength: 3 }), { maxLength: 8 });

test('what has a place keeps it, what is new comes after, what is gone is gone', () => {
  expect(inPlaces(['a', 'b', 'c'], ['d', 'c', 'a'])).toEqual(['a', 'c', 'd']);
  expect(inPlaces([], ['d', 'c', 'd'])).toEqual(['d', 'c']);
  fc.assert(
    fc.property(ids, ids, (before, now) => {
      const placed = inPlaces(before, now);
      expect([...placed].sort()).toEqual([...now].sort());
      const kept = before.filter((id) => now.includes(id));
      expect(placed.slice(0, kept.length)).toEqual(kept);
    }),
  );
});
