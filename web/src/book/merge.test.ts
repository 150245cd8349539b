import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../contract/kinds/define';
import { KINDS } from '../contract/kinds/index';
import { mergeVersions } from './merge';
import { headsOf, latestOf, parentIdsOf, type Version } from './versions';

interface V extends Version {
  readonly body: Readonly<Record<string, unknown>>;
}
const FACTS = kindOf({ together: [['slope', 'aspect']], byKey: ['own'] });
let clock = 0;
const v = (
  id: string,
  parents: readonly string[],
  body: V['body'],
  at = `2026-06-01T10:00:${String(clock++ % 60).padStart(2, '0')}.000Z`,
): V => ({
  id,
  entity: 'a',
  supersedes: parents[0] ?? null,
  ...(parents.length > 1 ? { alsoSupersedes: parents.slice(1) } : {}),
  at,
  body,
});
function merged(history: readonly V[], retracted: readonly string[] = []) {
  const isRetracted = (x: V) => retracted.includes(x.id);
  const heads = headsOf(history, isRetracted);
  const { body, conflicts } = mergeVersions(history, heads, isRetracted, FACTS);
  return { body, conflicts: conflicts.map((c) => [c.fields.join('+'), ...c.sides.map((s) => JSON.stringify(s.values))]) };
}
const first = v('a', [], { name: '7', slope: 10, aspect: 90, note: null, own: { bark: 'rough' } });

describe('versions of one thing, merged', () => {
  it('keep what two people changed in different fields', () => {
    const slope = v('b', ['a'], { ...first.body, slope: 14 });
    const note = v('c', ['a'], { ...first.body, note: 'wet', own: { bark: 'rough', moss: 'yes' } });
    expect(merged([first, slope, note])).toEqual({
      body: { name: '7', slope: 14, aspect: 90, note: 'wet', own: { bark: 'rough', moss: 'yes' } },
      conflicts: [],
    });
  });
  it('are no conflict where both say the same', () => {
    const both = ['b', 'c'].map((id) => v(id, ['a'], { ...first.body, note: 'wet' }));
    expect(merged([first, ...both])).toEqual({ body: { ...first.body, note: 'wet' }, conflicts: [] });
  });
  it('use the later of two values, and name both', () => {
    const [b, c] = [v('b', ['a'], { ...first.body, note: 'wet' }), v('c', ['a'], { ...first.body, note: 'dry' })];
    expect(merged([first, b, c])).toEqual({ body: { ...first.body, note: 'dry' }, conflicts: [['note', '["dry"]', '["wet"]']] });
    const late = { ...b, at: '2031-01-01T00:00:00.000Z' };
    expect(merged([first, late, c]).body).toMatchObject({ note: 'wet' });
  });
  it('take what belongs together as one value', () => {
    const [b, c] = [v('b', ['a'], { ...first.body, slope: 14 }), v('c', ['a'], { ...first.body, aspect: 180 })];
    expect(merged([first, b, c])).toEqual({
      body: { ...first.body, slope: 10, aspect: 180 },
      conflicts: [['slope+aspect', '[10,180]', '[14,90]']],
    });
  });
  it('name three values of one field', () => {
    const all = ['x', 'y', 'z'].map((note, i) => v(`b${i}`, ['a'], { ...first.body, note }));
    expect(merged([first, ...all]).conflicts).toEqual([['note', '["z"]', '["y"]', '["x"]']]);
  });
  it('are settled by a version that replaces both, and differ again where that is retracted', () => {
    const [b, c] = [v('b', ['a'], { ...first.body, note: 'wet' }), v('c', ['a'], { ...first.body, note: 'dry' })];
    const d = v('d', ['b', 'c'], { ...first.body, note: 'wet' });
    expect(merged([first, b, c, d])).toEqual({ body: { ...first.body, note: 'wet' }, conflicts: [] });
    expect(merged([first, b, c, d], ['d']).conflicts).toHaveLength(1);
  });
  it('differ once more where two people settle them differently, and end', () => {
    const [b, c] = [v('b', ['a'], { ...first.body, note: 'wet' }), v('c', ['a'], { ...first.body, note: 'dry' })];
    const [d, e] = [v('d', ['b', 'c'], { ...first.body, note: 'wet' }), v('e', ['b', 'c'], { ...first.body, note: 'dry' })];
    expect(merged([first, b, c, d, e])).toEqual({ body: { ...first.body, note: 'dry' }, conflicts: [['note', '["dry"]', '["wet"]']] });
    const f = v('f', ['d', 'e'], { ...first.body, note: 'wet' });
    expect(merged([first, b, c, d, e, f])).toEqual({ body: { ...first.body, note: 'wet' }, conflicts: [] });
  });
  it('fall back to the writer before where a version in their middle is retracted', () => {
    const b = v('b', ['a'], { ...first.body, slope: 14, note: 'wet' });
    const c = v('c', ['b'], { ...b.body, note: 'dry' });
    expect(merged([first, b, c], ['b'])).toEqual({ body: { ...first.body, slope: 10, note: 'dry' }, conflicts: [] });
  });
  it('are merged as one where the kind is one value', () => {
    expect(KINDS.reading.whole).toBe(true);
    const [b, c] = [v('b', ['a'], { read: 1, typed: 'x' }), v('c', ['a'], { read: 2, typed: 'x' })];
    const { body, conflicts } = mergeVersions([first, b, c], [b, c], () => false, KINDS.reading);
    expect(body).toMatchObject({ read: 2 });
    expect(conflicts).toHaveLength(1);
  });
  it('take a chain of 600 versions with a retracted one in it in their stride', () => {
    const chain = [first];
    for (let i = 1; i < 600; i++) chain.push(v(`n${i}`, [(chain[i - 1] as V).id], { ...first.body, note: String(i) }));
    expect(merged(chain, ['n300']).body).toMatchObject({ note: '599' });
    expect(merged(chain, ['n599']).body).toMatchObject({ note: '598' });
  });
});

/** Histories as devices may make them: each version replaces some that were there; some are retracted. */
const histories = fc
  .array(
    fc.record({
      parents: fc.array(fc.nat(), { minLength: 1, maxLength: 3 }),
      field: fc.constantFrom('slope', 'aspect', 'note', 'own'),
      value: fc.nat({ max: 3 }),
      retracted: fc.boolean(),
      year: fc.integer({ min: 1990, max: 2090 }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((steps) => {
    const all: V[] = [first];
    for (const [i, { parents, field, value, year }] of steps.entries()) {
      const of = [...new Set(parents.map((p) => p % all.length))].map((p) => all[p] as V);
      const body = { ...(of[0] as V).body, [field]: field === 'own' ? { bark: value } : value };
      all.push(
        v(
          `v${String(i).padStart(2, '0')}`,
          of.map((p) => p.id),
          body,
          `${year}-06-01T10:00:00.000Z`,
        ),
      );
    }
    return { all, retracted: steps.flatMap((s, i) => (s.retracted && i > 0 ? [`v${String(i - 1).padStart(2, '0')}`] : [])) };
  });

/** What is in use by the definition, word for word: all pairs are looked at. */
function byDefinition(all: readonly V[], retracted: readonly string[], fields: readonly string[], key?: string) {
  const byId = new Map(all.map((x) => [x.id, x]));
  const value = (x: V) =>
    JSON.stringify(fields.map((f) => (key ? ((x.body[f] as Record<string, unknown>)?.[key] ?? null) : (x.body[f] ?? null))));
  const descends = (x: V, from: V): boolean =>
    parentIdsOf(x).some((p) => p === from.id || (byId.has(p) && descends(byId.get(p) as V, from)));
  const writes = (x: V) => {
    const parents = parentIdsOf(x).map((p) => byId.get(p) as V);
    if (parents.length === 0) return true;
    if (new Set(parents.map(value)).size > 1) return true;
    return value(x) !== value(parents[0] as V);
  };
  const writers = all.filter((x) => !retracted.includes(x.id) && writes(x));
  const last = writers.filter((w) => !writers.some((o) => o !== w && descends(o, w)));
  return { values: new Set(last.map(value)), inUse: latestOf(last), value };
}

describe('merging, against its definition', () => {
  it('uses of each field what the definition says, in every order of the versions', () => {
    fc.assert(
      fc.property(histories, fc.infiniteStream(fc.double({ noNaN: true })), ({ all, retracted }, random) => {
        const isRetracted = (x: V) => retracted.includes(x.id);
        const heads = headsOf(all, isRetracted);
        if (heads.length === 0) return;
        const { body, conflicts } = mergeVersions(all, heads, isRetracted, FACTS);
        for (const [fields, key] of [[['slope', 'aspect']], [['note']], [['name']], [['own'], 'bark']] as const) {
          const { values, inUse, value } = byDefinition(all, retracted, fields, key);
          const path = key ? `${fields[0]}.${key}` : fields.join('+');
          const found = conflicts.find((c) => c.fields.join('+') === path);
          expect(found?.sides.length ?? 1).toBe(Math.max(1, values.size));
          if (inUse) expect(value({ body } as V)).toBe(value(inUse));
        }
        const shuffled = all.map((x) => [random.next().value, x] as const).sort(([a], [b]) => a - b);
        const again = shuffled.map(([, x]) => x);
        const other = mergeVersions(again, headsOf(again, isRetracted), isRetracted, FACTS);
        expect(other.body).toEqual(body);
        expect(other.conflicts).toEqual(conflicts);
      }),
      { numRuns: 300 },
    );
  });
});
