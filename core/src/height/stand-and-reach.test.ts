import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { metres, tangent } from '../units';
import {
  aimAt,
  angleError,
  combineHeights,
  crownOvershoot,
  type Standing,
  sigmaFrom,
  stickForReach,
  whereToStand,
  willItReach,
} from './index';

const conifer: Standing = {
  height: metres(24),
  eyeHeight: metres(1.6),
  slope: tangent(0),
  distanceShare: 0.001,
  angle: 0.0044,
  tipOffset: 0.5,
  crown: null,
  farthest: null,
  scaleEnd: null,
};

describe('where to stand', () => {
  it('is about one to one and a half tree lengths off for a usual tree', () => {
    const there = whereToStand(conifer);
    expect((there?.distance ?? 0) / 24).toBeGreaterThan(0.9);
    expect((there?.distance ?? 0) / 24).toBeLessThan(2.2);
  });
  it('is never worse than any other place that is allowed, but for the walk it saves', () => {
    const standing = fc.record({
      height: fc.double({ min: 3, max: 60, noNaN: true }).map(metres),
      eyeHeight: fc.constant(metres(1.6)),
      slope: fc.double({ min: -0.5, max: 0.5, noNaN: true }).map(tangent),
      distanceShare: fc.double({ min: 0.001, max: 0.05, noNaN: true }),
      angle: fc.double({ min: 0.002, max: 0.02, noNaN: true }),
      tipOffset: fc.double({ min: 0, max: 2, noNaN: true }),
      crown: fc.constantFrom(null, { halfWidth: metres(4), depth: metres(5) }),
      farthest: fc.constantFrom(null, metres(30)),
      scaleEnd: fc.constantFrom(null, tangent(1.2)),
    });
    fc.assert(
      fc.property(standing, (s) => {
        const there = whereToStand(s);
        if (!there) return;
        expect(there.sigma).toBeCloseTo(sigmaFrom(s, there.distance), 9);
        if (s.farthest !== null) expect(there.distance).toBeLessThanOrEqual(s.farthest);
        for (let d = Math.ceil(s.height / 2); d <= 2.5 * s.height; d++) {
          const top = s.slope + (s.height - s.eyeHeight) / d;
          const allowed =
            top <= Math.sqrt(3) && (s.farthest === null || d <= s.farthest) && (s.scaleEnd === null || Math.abs(top) <= s.scaleEnd);
          if (allowed) expect(sigmaFrom(s, metres(d)) * 1.05).toBeGreaterThanOrEqual(there.sigma * (1 - 1e-9));
        }
      }),
    );
  });
  it('steps back for a broad crown, and says what keeps it', () => {
    const broad = whereToStand({ ...conifer, crown: { halfWidth: metres(6), depth: metres(5) } });
    expect(broad?.distance).toBeGreaterThan(whereToStand(conifer)?.distance ?? 0);
    expect(broad?.limits).toContain('crown');
    expect(whereToStand({ ...conifer, farthest: metres(15) })?.limits).toContain('farthest');
    expect(whereToStand({ ...conifer, farthest: metres(8) })).toBeNull();
  });
  it('the angle’s part is least where the distance is the height over the eye', () => {
    // σ grows with D·(1 + (h/D)²), least at D = h, whatever the angle's error
    const part = (d: number) =>
      angleError(
        { distanceTop: metres(d), distanceBase: metres(d), top: tangent(20 / d), base: tangent(0), markHeight: metres(0) },
        { distance: 0, top: 0.01, base: 0, tipOffset: 0 },
      ).sigma;
    for (const d of [12, 18, 22, 30]) expect(part(d)).toBeGreaterThan(part(20));
  });
});

describe('a broad crown', () => {
  it('overshoots as the books say, and not at all from its own level or above', () => {
    expect(crownOvershoot({ halfWidth: metres(5), depth: metres(5) }, tangent(1))).toBeCloseTo(2.07, 2);
    expect(crownOvershoot({ halfWidth: metres(5), depth: metres(5) }, tangent(-0.3))).toBe(0);
    expect(() => crownOvershoot({ halfWidth: metres(0), depth: metres(5) }, tangent(1))).toThrow(/half-width/);
  });
  it('as far as the highest line of that steepness that touches it', () => {
    const numbers = fc.double({ min: 0.5, max: 12, noNaN: true });
    fc.assert(
      fc.property(numbers, numbers, fc.double({ min: 0, max: 3, noNaN: true }), (w, v, t) => {
        let highest = 0;
        for (let i = 0; i <= 2000; i++) {
          const a = (i / 2000) * (Math.PI / 2);
          // the line through this point of the shoulder meets the stem's axis t·x higher
          highest = Math.max(highest, v * Math.sin(a) + w * Math.cos(a) * t);
        }
        expect(crownOvershoot({ halfWidth: metres(w), depth: metres(v) }, tangent(t))).toBeCloseTo(highest - v, 3);
      }),
    );
  });
});

it('aims where a height will be read', () => {
  expect(aimAt(metres(1.3), { distance: metres(20), base: tangent(-0.015), markHeight: metres(1.3) })).toBeCloseTo(-0.015, 12);
  expect(() => aimAt(metres(5), { distance: metres(0), base: tangent(0), markHeight: metres(0) })).toThrow(/distance/);
});

describe('will it reach', () => {
  const ask = {
    height: metres(20),
    sigma: metres(0.5),
    distance: metres(25),
    slope: tangent(0),
    objectHeight: metres(0),
    margin: metres(2),
  };
  it('adds two errors, and measures straight to the wire', () => {
    expect(willItReach(ask)).toMatchObject({ reach: 21, away: 25, left: 4, verdict: 'clear', keepAway: 42 });
    expect(willItReach({ ...ask, distance: metres(22) }).verdict).toBe('within-margin');
    expect(willItReach({ ...ask, distance: metres(20) }).verdict).toBe('reaches');
    const wire = willItReach({ ...ask, distance: metres(18), objectHeight: metres(12) });
    expect(wire.away).toBeCloseTo(Math.hypot(18, 12), 12);
    expect(wire.verdict).toBe('within-margin');
  });
  it('uphill the wire comes higher, downhill nearer', () => {
    const wire = { ...ask, distance: metres(20), objectHeight: metres(8) };
    expect(willItReach({ ...wire, slope: tangent(0.3) }).away).toBeGreaterThan(willItReach(wire).away);
    expect(willItReach({ ...wire, slope: tangent(-0.3) }).away).toBeLessThan(willItReach(wire).away);
  });
  it('downhill is never clear: a wire at 8 m, 28 m down a slope of 20°', () => {
    // the wire's place by coordinates: 28 m along the ground, then 8 m straight up
    const [fall, wire] = [(20 * Math.PI) / 180, { ...ask, distance: metres(28), objectHeight: metres(8) }];
    const straight = Math.hypot(28 * Math.cos(fall), -28 * Math.sin(fall) + 8);
    const answer = willItReach({ ...wire, slope: tangent(-Math.tan(fall)) });
    expect(answer.away).toBeCloseTo(straight, 9);
    expect(answer.away).toBeCloseTo(26.4, 1);
    expect(answer.verdict).toBe('may-slide');
    expect(willItReach({ ...wire, distance: metres(400), slope: tangent(-0.01) }).verdict).toBe('may-slide');
  });
  it('refuses what can not be', () => {
    expect(() => willItReach({ ...ask, distance: metres(0) })).toThrow(/distance/);
    expect(() => willItReach({ ...ask, margin: metres(-1) })).toThrow(/margin/);
    expect(() => stickForReach(metres(0.6), 1)).toThrow(/margin/);
  });
});

describe('several determinations', () => {
  const some = fc.array(
    fc.record({ value: fc.double({ min: 5, max: 50, noNaN: true }), sigma: fc.double({ min: 0.05, max: 3, noNaN: true }) }),
    { minLength: 2, maxLength: 8 },
  );
  it('their mean lies among them, whatever their order, and is no more certain than they allow', () => {
    fc.assert(
      fc.property(some, (all) => {
        const c = combineHeights(all);
        expect(c.value).toBeGreaterThanOrEqual(Math.min(...all.map((d) => d.value)) - 1e-9);
        expect(c.value).toBeLessThanOrEqual(Math.max(...all.map((d) => d.value)) + 1e-9);
        expect(combineHeights(all.toReversed()).value).toBeCloseTo(c.value, 9);
        expect(c.sigma).toBeGreaterThanOrEqual(Math.sqrt(1 / all.reduce((s, d) => s + 1 / d.sigma ** 2, 0)) * (1 - 1e-9));
        if (c.agree) expect(c.odd).toBeNull();
      }),
    );
  });
  it('the one out of line is the one without which the others agree best', () => {
    // two sighted from one base share its error; strain of the others is worked out from them alone
    const covariances = fc.integer({ min: 0, max: 8 });
    let found = 0;
    fc.assert(
      fc.property(some, covariances, (all, common) => {
        const share = (all: readonly { sigma: number }[]) => (i: number, j: number) => {
          const least = Math.min((all[i] as { sigma: number }).sigma, (all[j] as { sigma: number }).sigma);
          return { mean: (common * least ** 2) / 10, apart: (common * least ** 2) / 10 };
        };
        const { odd } = combineHeights(all, share(all));
        if (odd === null) return;
        found++;
        const strains = all.map((_, i) => {
          const others = all.filter((_, j) => j !== i);
          return combineHeights(others, share(others)).strain;
        });
        expect(strains[odd]).toBeCloseTo(Math.min(...strains), 6);
      }),
    );
    expect(found).toBeGreaterThan(20);
  });
  it('of two that disagree neither is called the odd one', () => {
    expect(
      combineHeights([
        { value: 20, sigma: 0.2 },
        { value: 25, sigma: 0.2 },
      ]),
    ).toMatchObject({ agree: false, odd: null });
    expect(
      combineHeights([
        { value: 20, sigma: 0.2 },
        { value: 25, sigma: 0.2 },
        { value: 20.1, sigma: 0.2 },
      ]),
    ).toMatchObject({ agree: false, odd: 1 });
    expect(() => combineHeights([{ value: 20, sigma: 0.2 }])).toThrow(/two or more/);
  });
});
