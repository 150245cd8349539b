import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { entitiesOf, settled, type Version } from './versions';

const v = (id: string, entity = id, supersedes: string | null = null): Version => ({ id, entity, supersedes });
const first = v('a');
const fixed = v('b', 'a', 'a');
const again = v('c', 'a', 'b');

describe('versions', () => {
  const heads = (records: Version[], retracted: string[] = []) =>
    entitiesOf(records, new Set(retracted)).map((e) => e.heads.map((h) => h.id));
  it('keep the newest in force and the whole history', () => {
    const [entity] = entitiesOf([again, first, fixed], new Set());
    expect(entity?.heads).toEqual([again]);
    expect(entity?.history.map((h) => h.id)).toEqual(['a', 'b', 'c']);
    expect(entity && settled(entity)).toBe(again);
  });
  it('bring back what a retracted correction replaced', () => {
    expect(heads([first, fixed, again], ['c'])).toEqual([['b']]);
    expect(heads([first, fixed, again], ['b', 'c'])).toEqual([['a']]);
    expect(heads([first], ['a'])).toEqual([[]]);
  });
  it('keep two corrections of the same version and settle on neither', () => {
    const [entity] = entitiesOf([first, fixed, v('d', 'a', 'a')], new Set());
    expect(entity?.heads.map((h) => h.id)).toEqual(['b', 'd']);
    expect(entity && settled(entity)).toBeNull();
  });
  it('are the same in whatever order records arrive', () => {
    const records = [first, fixed, again, v('d', 'a', 'a'), v('e'), v('f', 'e', 'e')];
    const straight = entitiesOf(records, new Set(['c']));
    fc.assert(
      fc.property(fc.shuffledSubarray(records, { minLength: records.length }), (shuffled) => {
        expect(entitiesOf(shuffled, new Set(['c']))).toEqual(straight);
      }),
    );
  });
});
