import { SIMULATED_METHODS, sightLayout } from '@arbolito/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCH, type BenchState, benchOf, dragged, handlesOf, nudged } from './bench-model';

const height = (s: BenchState) => {
  const { result } = benchOf(s);
  return result?.height.ok ? result.height.value.value : Number.NaN;
};

describe('the bench', () => {
  it.each(SIMULATED_METHODS)('%s gives back the tree that stands there, in both units and scales', (method) => {
    for (const units of ['metric', 'us'] as const) {
      for (const scale of ['percent', 'degree'] as const) {
        const view = benchOf({ ...BENCH, method, units, scale });
        expect(height({ ...BENCH, method, units, scale })).toBeCloseTo(22, 3);
        expect(view.off).toBeCloseTo(0, 3);
        expect(view.trouble).toBeNull();
        expect(view.fields.length).toBeGreaterThan(0);
        expect(view.scene.height).toBeCloseTo(22, 3);
      }
    }
  });

  it('a number that is typed stands for what would be read, a word is refused and changes nothing', () => {
    const tip = benchOf(BENCH).fields.find((f) => f.label === 'Tip');
    const typed = { ...BENCH, typed: { [tip?.key ?? '']: '100' } };
    expect(height(typed)).toBeCloseTo(24 * (1 + 1.6 / 24), 6);
    expect(benchOf(typed).off).toBeNull();
    const wrong = benchOf({ ...BENCH, typed: { [tip?.key ?? '']: 'abc' } });
    expect(wrong.fields.find((f) => f.label === 'Tip')?.wrong).toMatch(/not a number/);
    expect(height({ ...BENCH, typed: { [tip?.key ?? '']: 'abc' } })).toBeCloseTo(22, 6);
  });

  it('in feet a length typed in feet means feet', () => {
    const us = { ...BENCH, units: 'us' as const };
    const distance = benchOf(us).fields.find((f) => f.label === 'Distance');
    expect(Number(distance?.text)).toBeCloseTo(24 / 0.3048, 1);
    expect(height({ ...us, typed: { [distance?.key ?? '']: String(24 / 0.3048 / 2) } })).toBeCloseTo(11, 3);
  });

  it('a lean nobody says misleads by as much as it shows, one that is said by nothing', () => {
    const leaning = { ...BENCH, tree: { ...BENCH.tree, lean: 0.17 } };
    expect(benchOf(leaning).off).toBeCloseTo(0, 3);
    const silent = benchOf({ ...leaning, leanSaid: false });
    expect(silent.off).toBeGreaterThan(3);
    // the tree is drawn as it stands, not as it was taken
    expect(silent.scene.height).toBeCloseTo(22, 3);
    expect(silent.scene.tipX).toBeCloseTo(22 * Math.tan(0.17), 3);
  });

  it('a broad crown is sighted at its shoulder, and comes out too high', () => {
    const crowned = benchOf({ ...BENCH, tree: { ...BENCH.tree, crown: { halfWidth: 5, depth: 5 } } });
    expect(crowned.off).toBeGreaterThan(1);
    const tip = crowned.scene.sights.find((s) => s.target === 'tip');
    expect(tip?.to.x).toBeGreaterThan(0.5);
    expect(tip?.to.y).toBeLessThan(22);
  });

  it('whatever is dragged wherever, it stays a tree that can be drawn', () => {
    const ids = ['tip', 'eye', 'ground', 'crown', 'far', 'pole'] as const;
    const far = fc.double({ min: -80, max: 160, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom(...SIMULATED_METHODS),
        fc.array(fc.record({ id: fc.constantFrom(...ids), x: far, y: far }), { minLength: 1, maxLength: 6 }),
        (method, drags) => {
          let bench: BenchState = { ...BENCH, method, tree: { ...BENCH.tree, crown: { halfWidth: 4, depth: 4 } } };
          for (const d of drags) bench = dragged(bench, d.id, d.x, d.y);
          const view = benchOf(bench);
          // steep ground may leave a shadow or a set angle without an answer, which is said
          if (!view.result?.height.ok) expect(view.trouble).toMatch(/\.$/);
          const layout = sightLayout(view.scene, { width: 700, height: 470 });
          expect(layout.stem.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y))).toBe(true);
          for (const h of handlesOf(bench, view.scene)) expect(Number.isFinite(h.x) && Number.isFinite(h.y)).toBe(true);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('where to stand minds how far one can go and where the scale ends', () => {
    const free = benchOf(BENCH).better;
    expect(free?.distance).toBeGreaterThan(24);
    const near = benchOf({ ...BENCH, farthest: 14 }).better;
    expect(near?.distance).toBeLessThanOrEqual(14);
    expect(near?.sigma).toBeGreaterThan(free?.sigma ?? 9);
    expect(benchOf({ ...BENCH, farthest: 8 }).better).toBeNull();
    const short = { ...BENCH, tree: { ...BENCH.tree, distance: 40 }, scaleEnd: 60 };
    expect(benchOf(short).better?.distance).toBeGreaterThanOrEqual(34);
  });

  it('arrow keys move what is held', () => {
    const tip = handlesOf(BENCH, benchOf(BENCH).scene).find((h) => h.id === 'tip');
    const ground = handlesOf(BENCH, benchOf(BENCH).scene).find((h) => h.id === 'ground');
    if (!tip || !ground) throw new Error('no handles');
    expect(nudged(BENCH, tip, 0, 1).tree.height).toBeCloseTo(22.5, 9);
    expect(nudged(BENCH, ground, 0, 1).tree.slope).not.toBe(0);
  });
});
