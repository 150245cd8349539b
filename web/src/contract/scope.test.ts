import { demoRecords } from '@arbolito/demo';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KIND_NAMES, type Kind } from './kinds/index';
import { homeOf, SHARED, SHARED_KINDS, scopesOf } from './scope';

const { records } = demoRecords();

describe('the scope of a record', () => {
  it('is shared for persons, their tools, species and protocols, and its survey for all that is part of one', () => {
    const own = [
      'survey',
      'stratum',
      'plot',
      'tree',
      'stem',
      'visit',
      'station',
      'determination',
      'reading',
      'confirmation',
      'retraction',
      'strike-out',
    ];
    expect([...SHARED_KINDS].sort()).toEqual(KIND_NAMES.filter((k) => !own.includes(k)).sort());
    const scopes = scopesOf(records);
    const surveys = new Set(records.filter((r) => r.kind === 'survey').map((r) => r.entity));
    expect(surveys.size).toBeGreaterThan(2);
    for (const r of records) {
      const scope = scopes.get(r.id);
      expect(SHARED_KINDS.has(r.kind as Kind) ? scope === SHARED : surveys.has(scope ?? ''), r.kind).toBe(true);
      if (r.kind === 'tree') expect(scope).toBe((r.body as { survey: string }).survey);
    }
  });

  it('does not hang on the order, and is said of nothing whose survey is not here', () => {
    const scopes = scopesOf(records);
    fc.assert(
      fc.property(fc.shuffledSubarray([...records], { minLength: records.length }), (shuffled) => {
        for (const [id, scope] of scopesOf(shuffled)) if (scopes.get(id) !== scope) return false;
        return true;
      }),
      { numRuns: 5 },
    );
    const reading = records.find((r) => r.kind === 'reading');
    expect(reading && [...scopesOf([reading]).values()]).toEqual([null]);
  });

  it('follows what takes back what takes back, and goes round in no circle', () => {
    const record = (id: string, kind: string, body: object) => ({ id, entity: id, kind, body });
    const chain = [
      record('a', 'survey', {}),
      record('b', 'strike-out', { entity: 'a' }),
      record('c', 'retraction', { record: 'b' }),
      record('d', 'retraction', { record: 'c' }),
    ];
    expect([...scopesOf(chain).values()]).toEqual(['a', 'a', 'a', 'a']);
    const circle = [record('x', 'retraction', { record: 'y' }), record('y', 'retraction', { record: 'x' })];
    expect([...scopesOf(circle).values()]).toEqual([null, null]);
    expect(homeOf(record('z', 'a kind of tomorrow', {}))).toEqual({ scope: SHARED });
  });
});
