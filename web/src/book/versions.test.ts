import { describe, expect, it } from 'vitest';
import { headsOf, isLater, latestOf, type Version } from './versions';

const v = (id: string, entity = id, supersedes: string | null = null, also?: string[]): Version => ({
  id,
  entity,
  supersedes,
  ...(also ? { alsoSupersedes: also } : {}),
  at: '2026-06-01T10:00:00.000Z',
  body: {},
});
const first = v('a');
const fixed = v('b', 'a', 'a');
const again = v('c', 'a', 'b');
const heads = (history: readonly Version[], retracted: readonly string[] = []) =>
  headsOf(history, (r) => retracted.includes(r.id)).map((h) => h.id);

describe('versions of one thing', () => {
  it('leave the newest in force', () => expect(heads([first, fixed, again])).toEqual(['c']));
  it('bring back what a retracted correction replaced', () => {
    expect(heads([first, fixed, again], ['c'])).toEqual(['b']);
    expect(heads([first, fixed, again], ['b', 'c'])).toEqual(['a']);
    expect(heads([first], ['a'])).toEqual([]);
  });
  it('stay replaced where what replaced them is retracted under a later version', () =>
    expect(heads([first, fixed, again], ['b'])).toEqual(['c']));
  it('are several where two replace the same one, until one replaces both', () => {
    const other = v('d', 'a', 'a');
    expect(heads([first, fixed, other])).toEqual(['b', 'd']);
    expect(heads([first, fixed, other, v('e', 'a', 'b', ['d'])])).toEqual(['e']);
    expect(heads([first, fixed, other, v('e', 'a', 'b', ['d'])], ['e'])).toEqual(['b', 'd']);
  });
  it('end where a spoiled store names in a circle', () => expect(heads([v('a', 'a', 'b'), v('b', 'a', 'a')])).toEqual([]));
  it('are later by their time, whatever its zone, and of one moment by their id', () => {
    const at = (id: string, time: string): Version => ({ ...v(id), at: time });
    expect(isLater(at('a', '2026-06-01T12:00:00+02:00'), at('b', '2026-06-01T09:59:59Z'))).toBe(true);
    expect(latestOf([at('a', '2026-06-01T10:00:00Z'), at('b', '2026-06-01T12:00:00+02:00')])?.id).toBe('b');
    expect(latestOf([])).toBeNull();
  });
});
