import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareSchools, findPom, type Trunk } from '../stem/index';
import { PRESET_KEYS, PRESETS, type PresetKey, type ProtocolOptions } from '../survey/index';
import { metres } from '../units';
import { heightAt, trunkLayout, trunkScene } from './index';
import { Look } from './test-look';

const DESK = { width: 650, height: 748 };
const PHONE = { width: 390, height: 330 };
const draw = (trunk: Trunk, key: PresetKey | ProtocolOptions = 'street', frame = DESK, diameter: number | null = 0.4) => {
  const protocol = typeof key === 'string' ? PRESETS[key].options : key;
  const d = diameter === null ? null : metres(diameter);
  const pom = findPom(trunk, protocol, d);
  const scene = trunkScene({
    pom: pom.ok ? pom.value : null,
    trunk,
    from: { reference: protocol.groundReference, along: protocol.lean },
    diameter,
    schools: compareSchools(trunk, protocol, d, null),
    units: protocol.units,
  });
  return { pom, scene, layout: trunkLayout(scene, frame) };
};
const leaning: Trunk = {
  slope: 15,
  lean: { angle: 12, toward: 'downhill' },
  swellings: [{ from: 1.1, to: 1.6, narrowestBelow: 0.92 }],
  vines: 'fixed',
};

describe('the drawing of a trunk', () => {
  it('is to scale: the tape lies at its height, the person is as tall as people are', () => {
    for (const key of PRESET_KEYS) {
      const { pom, layout } = draw(leaning, key);
      const tape = layout.tapes[0];
      if (!pom.ok || !tape) throw new Error(key);
      const middle = { x: (tape.from.x + tape.to.x) / 2, y: (tape.from.y + tape.to.y) / 2 };
      expect(heightAt(layout, middle)).toBeCloseTo(pom.value.pom, 6);
      const person = layout.person.feet.y - layout.person.head.y;
      expect(person / layout.scale).toBeCloseTo(1.72, 9);
    }
  });
  it('puts the tape square to a leaning stem, and the ground at its slope', () => {
    const { layout } = draw(leaning);
    const tape = layout.tapes[0];
    if (!tape) throw new Error('no tape');
    // downhill lean: the tape rises toward the downhill side by the lean
    expect(Math.atan2(tape.to.y - tape.from.y, tape.to.x - tape.from.x)).toBeCloseTo((-12 * Math.PI) / 180, 6);
    const [a, b] = layout.ground;
    expect((a.y - b.y) / (b.x - a.x)).toBeCloseTo(Math.tan((15 * Math.PI) / 180), 9);
  });
  it('starts the measuring line where the school does', () => {
    // the uphill bark meets the ground r·tan 20° above the pith's ground
    expect(draw({ slope: 20 }, 'forest-metric').scene.datum.at.y).toBeCloseTo(0.2 * Math.tan(Math.PI / 9), 9);
    expect(draw({ slope: 20 }, 'street').scene.datum.at).toEqual({ x: 0, y: 0 });
    const under = draw({ lean: { angle: 20, toward: 'downhill' } }, 'forest-metric').layout;
    const axis = draw({ lean: { angle: 20, toward: 'downhill' } }, 'street').layout;
    expect(under.measured[0].x).toBeLessThan(axis.measured[0].x);
    const length = Math.hypot(under.measured[1].x - under.measured[0].x, under.measured[1].y - under.measured[0].y);
    expect(length / under.scale).toBeCloseTo(1.3, 9);
  });
  it('shows a stem that leans across the slope from below: level ground, and the uphill ground behind it', () => {
    const { layout, scene } = draw({ slope: 20, lean: { angle: 15, toward: 'across' } }, 'forest-metric');
    expect(layout.ground[0].y).toBeCloseTo(layout.ground[1].y, 9);
    const behind = layout.behind?.[0].y ?? Number.NaN;
    expect((layout.ground[0].y - behind) / layout.scale).toBeCloseTo(0.2 * Math.tan(Math.PI / 9), 9);
    expect(layout.datum.y).toBeCloseTo(behind, 6);
    expect(scene.slope).toBe(0);
    expect(draw({ slope: 20 }).layout.behind).toBeNull();
  });
  it('moves when one option of the protocol changes', () => {
    const base = PRESETS.monitoring.options;
    const before = draw(leaning, base).layout;
    for (const change of [
      { groundReference: 'mid-slope' },
      { lean: 'axis' },
      { swelling: 'narrowest-below' },
      { swelling: 'mean-above-below' },
    ] as Partial<ProtocolOptions>[]) {
      const after = draw(leaning, { ...base, ...change }).layout;
      expect([after.tapes, after.datum, after.measured], JSON.stringify(change)).not.toEqual([before.tapes, before.datum, before.measured]);
    }
  });
  it('shows every situation', () => {
    const plain = draw({}).layout;
    for (const trunk of [
      { slope: 10 },
      { lean: { angle: 8, toward: 'uphill' } },
      { swellings: [{ from: 0.2, to: 0.5 }] },
      { lowBranches: [{ from: 1.5, to: 1.8 }] },
      { fork: { height: 1.6 } },
      { fork: { height: 0.2 } },
      { buttSwell: { end: 0.9 } },
      { vines: 'movable' },
      { snow: 0.3 },
      { stems: 3 },
    ] as Trunk[]) {
      const { layout } = draw(trunk);
      expect([layout.ground, layout.stem, layout.others, layout.vines, layout.snow], JSON.stringify(trunk)).not.toEqual([
        plain.ground,
        plain.stem,
        plain.others,
        plain.vines,
        plain.snow,
      ]);
    }
  });
  it('draws a trunk whose rules lead nowhere, without a tape', () => {
    const { pom, layout } = draw({ fork: { height: 1.8 }, buttSwell: { end: 1.5 } });
    expect(pom.ok).toBe(false);
    expect(layout.tapes).toEqual([]);
    expect(layout.stem.length).toBeGreaterThan(20);
  });

  const h = fc.double({ min: 0.1, max: 3, noNaN: true });
  const zone = fc.tuple(h, fc.double({ min: 0.1, max: 0.9, noNaN: true })).map(([from, size]) => ({ from, to: from + size }));
  const trunks: fc.Arbitrary<Trunk> = fc.record(
    {
      slope: fc.double({ min: 0, max: 40, noNaN: true }),
      lean: fc.record({
        angle: fc.double({ min: 0, max: 35, noNaN: true }),
        toward: fc.constantFrom('uphill' as const, 'downhill' as const, 'across' as const),
      }),
      fork: h.map((height) => ({ height })),
      buttSwell: h.map((end) => ({ end })),
      swellings: fc.array(zone, { maxLength: 2 }),
      lowBranches: fc.array(zone, { maxLength: 1 }),
      vines: fc.constantFrom('movable' as const, 'fixed' as const),
      snow: fc.double({ min: 0, max: 1, noNaN: true }),
      stems: fc.integer({ min: 1, max: 6 }),
    },
    { requiredKeys: [] },
  );
  it('lays no label over another or out of the frame, keeps tape and datum inside, whatever the trunk', () => {
    let looked = 0;
    fc.assert(
      fc.property(
        trunks,
        fc.constantFrom(...PRESET_KEYS),
        fc.constantFrom(DESK, PHONE, { width: 390, height: 240 }),
        fc.double({ min: 0.1, max: 1.5, noNaN: true }),
        (trunk, key, frame, d) => {
          const { layout } = draw(trunk, key, frame, d);
          const look = new Look();
          look.labels(layout.labels, frame);
          look.points([layout.datum, layout.person.head, layout.person.feet, ...layout.tapes.flatMap((t) => [t.from, t.to])], frame, 1);
          look.that(layout.tapes.length === 0 || layout.labels.some((label) => label.id === 'tape:0'), () => 'a tape without its label');
          looked += look.settle();
        },
      ),
      { numRuns: 200 },
    );
    expect(looked).toBeGreaterThan(200 * 5);
  });
});
