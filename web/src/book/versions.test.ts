import { describe, expect, it } from 'vitest';
import { headsOf, isContested, settled, type Version } from './versions';

const v = (id: string, entity = id, supersedes: string | null = null): Version => ({ id, entity, supersedes });
const first = v('a');
const fixed = v('b', 'a', 'a');
const again = v('c', 'a', 'b');
const heads = (history: readonly Version[], retracted: readonly string[] = []) => headsOf(history, (r) => retracted.includes(r.id));

describe('versions of one thing', () => {
  it('leave the newest in force', () => {
    expect(heads([first, fixed, again])).toEqual([again]);
    expect(settled({ id: 'a', heads: [again], history: [first, fixed, again] })).toBe(again);
  });
  it('bring back what a retracted correction replaced', () => {
    expect(heads([first, fixed, again], ['c'])).toEqual([fixed]);
    expect(heads([first, fixed, again], ['b', 'c'])).toEqual([first]);
    expect(heads([first], ['a'])).toEqual([]);
  });
  it('settle on neither of two corrections of the same version', () => {
    const both = heads([first, fixed, v('d', 'a', 'a')]);
    expect(both.map((h) => h.id)).toEqual(['b', 'd']);
    const entity = { id: 'a', heads: both, history: [first] };
    expect(settled(entity)).toBeNull();
    expect(isContested(entity)).toBe(true);
  });
  it('settle on nothing that a newer program wrote', () => {
    const entity = { id: 'a', heads: [first], history: [first], newer: true };
    expect(settled(entity)).toBeNull();
    expect(isContested(entity)).toBe(true);
  });
});
