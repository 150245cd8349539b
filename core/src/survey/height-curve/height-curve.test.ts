import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitModel, quadratic } from './fit';
import { curveFor, HEIGHT_MODELS, type HeightCurve, heightCurves, heightOn, type MeasuredTree, nextHeight, offTheCurve } from './index';

function chance(seed: number) {
  // small seeds begin alike: they are stirred first
  let state = (seed * 48_271 * 48_271) % 2_147_483_647 || 1;
  const uniform = () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  for (let i = 0; i < 20; i++) uniform();
  return { uniform, normal: () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()) };
}
/** A stand whose heights follow a curve that is neither of the models. */
function stand(n: number, seed: number, spread = 1.2, species: string | null = 'pine'): MeasuredTree[] {
  const { uniform, normal } = chance(seed);
  return Array.from({ length: n }, (_, i) => {
    const dbh = 0.08 + 0.45 * uniform();
    return { id: `${species}${i}`, species, dbh, height: 1.3 + 26 * Math.tanh(3.4 * dbh) + spread * normal() };
  });
}
const ok = <T>(a: { ok: boolean; value?: T }): T => {
  if (!a.ok) throw new Error(JSON.stringify(a));
  return a.value as T;
};
const own = (trees: readonly MeasuredTree[]): HeightCurve => curveFor(heightCurves(trees, 1.3), 'pine') as HeightCurve;

describe('a height curve', () => {
  it('comes back from trees that lie on it', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 3, noNaN: true }), fc.double({ min: 0.15, max: 0.3, noNaN: true }), (alpha, beta) => {
        const d = [8, 12, 17, 22, 28, 33, 40, 47, 55];
        const fit = ok(
          fitModel(
            HEIGHT_MODELS.naslund,
            d,
            d.map((x) => (x / (alpha + beta * x)) ** 2),
          ),
        );
        expect(fit.parameters[0]).toBeCloseTo(alpha, 5);
        expect(fit.parameters[1]).toBeCloseTo(beta, 6);
      }),
      { numRuns: 40 },
    ));
  it('is where no step in any direction makes the squares smaller', () => {
    const trees = stand(60, 3);
    const [d, y] = [trees.map((t) => t.dbh * 100), trees.map((t) => t.height - 1.3)];
    for (const model of Object.values(HEIGHT_MODELS)) {
      const fit = ok(fitModel(model, d, y));
      const squares = (p: readonly number[]) => d.reduce((s, v, i) => s + ((y[i] as number) - model.height(p, v)) ** 2, 0);
      expect(squares(fit.parameters)).toBeCloseTo(fit.sumOfSquares, 9);
      for (const k of fit.parameters.keys())
        for (const step of [-1e-3, 1e-3])
          expect(squares(fit.parameters.map((v, i) => (i === k ? v * (1 + step) : v)))).toBeGreaterThan(fit.sumOfSquares);
    }
  });
  it('is judged by each tree against the curve laid through the others, as if laid anew each time', () => {
    const trees = stand(25, 5);
    const [d, y] = [trees.map((t) => t.dbh * 100), trees.map((t) => t.height - 1.3)];
    const model = HEIGHT_MODELS.naslund;
    const fit = ok(fitModel(model, d, y));
    const left = d.map((v, i) => {
      const without = ok(fitModel(model, d.toSpliced(i, 1), y.toSpliced(i, 1)));
      return (y[i] as number) - model.height(without.parameters, v);
    });
    const anew = Math.sqrt(left.reduce((s, r) => s + r * r, 0) / left.length);
    expect(fit.crossValidated / anew).toBeCloseTo(1, 1);
  });
  it('has the errors that laying it through many samples of one stand has', () => {
    const at = 0.3;
    // of the model's own family: what choosing between models adds is not in its error
    const model = HEIGHT_MODELS.naslund;
    const fits = Array.from({ length: 300 }, (_, k) => {
      const { uniform, normal } = chance(100 + k);
      const d = Array.from({ length: 40 }, () => 8 + 45 * uniform());
      const fit = ok(
        fitModel(
          model,
          d,
          d.map((v) => model.height([1.5, 0.18], v) + 1.2 * normal()),
        ),
      );
      return {
        height: 1.3 + model.height(fit.parameters, 100 * at),
        sigmaCurve: Math.sqrt(quadratic(fit.covariance, model.slopes(fit.parameters, 100 * at))),
      };
    });
    const mean = fits.reduce((s, f) => s + f.height, 0) / fits.length;
    const spread = Math.sqrt(fits.reduce((s, f) => s + (f.height - mean) ** 2, 0) / (fits.length - 1));
    const said = fits.reduce((s, f) => s + f.sigmaCurve, 0) / fits.length;
    expect(said / spread).toBeGreaterThan(0.85);
    expect(said / spread).toBeLessThan(1.15);
    expect(mean).toBeCloseTo(1.3 + (30 / (1.5 + 0.18 * 30)) ** 2, 1);
  });
  it('of a species with few trees is that of all together, and none where there are too few of all', () => {
    const trees = [...stand(30, 7), ...stand(3, 8, 1, 'beech')];
    const curves = heightCurves(trees, 1.3, new Set(['pine', 'beech']));
    expect(curveFor(curves, 'pine')?.species).toBe('pine');
    expect(curveFor(curves, 'beech')).toMatchObject({ species: null, fit: { n: 33 } });
    expect(heightCurves(stand(4, 9), 1.3).together).toMatchObject({ ok: false, code: 'too-few' });
    expect(heightCurves(stand(30, 7), 1.3, new Set(['pine'])).together).toBeNull();
  });
  it('says where it only guesses', () => {
    const curve = own(stand(30, 10));
    expect(heightOn(curve, curve.from).outside).toBe(false);
    expect(heightOn(curve, curve.to * 1.01).outside).toBe(true);
    expect(heightOn(curve, curve.from * 0.99).outside).toBe(true);
  });
  it('is none of trees that are all alike, nor of trees below breast height', () => {
    const alike = Array.from({ length: 10 }, (_, i) => ({ id: `${i}`, species: 'pine', dbh: 0.3, height: 20 }));
    const curves = heightCurves(alike, 1.3);
    expect(curves.own).toEqual([]);
    expect(curves.failed[0]?.reason).toMatch(/too much alike/);
    expect(() => heightCurves([{ id: 'a', species: null, dbh: 0.1, height: 1.2 }], 1.3)).toThrow(/above breast height/);
  });
});

describe('trees off the curve', () => {
  it('are found with what likely happened, and clean stands have next to none', () => {
    const slips: readonly [string, (t: MeasuredTree) => MeasuredTree][] = [
      ['feet-as-metres', (t) => ({ ...t, height: t.height / 0.3048 })],
      ['metres-as-feet', (t) => ({ ...t, height: Math.max(1.6, t.height * 0.3048) })],
      ['diameter-as-girth', (t) => ({ ...t, dbh: t.dbh / Math.PI })],
    ];
    let clean = 0;
    for (let seed = 20; seed < 60; seed++) clean += offTheCurve(stand(50, seed), heightCurves(stand(50, seed), 1.3)).length;
    expect(clean / 2000).toBeLessThan(0.003);
    for (const [cause, slip] of slips) {
      const clean = stand(60, 77);
      const near = (t: MeasuredTree) => Math.abs(t.height - 1.3 - 26 * Math.tanh(3.4 * t.dbh)) + Math.abs(t.dbh - 0.4) * 5;
      const usual = clean.toSorted((a, b) => near(a) - near(b))[0];
      const trees = clean.map((t) => (t === usual ? slip(t) : t));
      const off = offTheCurve(trees, heightCurves(trees, 1.3));
      expect(off[0]?.id, cause).toBe(usual?.id);
      if (cause !== 'metres-as-feet') expect(off[0]?.causes).toContain(cause);
    }
  });
});

describe('the height worth measuring next', () => {
  it('is the one that makes the sum surest, as measuring each in turn shows', () => {
    const measured = stand(14, 31);
    const curves = heightCurves(measured, 1.3);
    const curve = own(measured);
    const rest = [0.1, 0.2, 0.3, 0.45, 0.52].map((dbh, i) => ({ id: `t${i}`, species: 'pine', dbh, perMetre: 0.02 + 0.3 * dbh ** 2 }));
    const next = nextHeight(rest, curves);
    // its error with each tree measured, by the information of all trees with one more
    const model = HEIGHT_MODELS[curve.fit.model];
    const errorWith = (one: (typeof rest)[number]) => {
      const d = [...measured.map((t) => t.dbh * 100), one.dbh * 100];
      const y = [...measured.map((t) => t.height - 1.3), model.height(curve.fit.parameters, one.dbh * 100)];
      const fit = ok(fitModel(model, d, y));
      const scale = curve.fit.sigma ** 2 / fit.sigma ** 2;
      const others = rest.filter((r) => r !== one);
      const total = fit.parameters.map((_, a) =>
        others.reduce((s, r) => s + r.perMetre * (model.slopes(fit.parameters, r.dbh * 100)[a] as number), 0),
      );
      const shared = total.reduce((s, u, a) => s + total.reduce((q, v, b) => q + u * v * (fit.covariance[a]?.[b] as number), 0), 0) * scale;
      return shared + others.reduce((s, r) => s + r.perMetre ** 2, 0) * curve.fit.sigma ** 2;
    };
    const best = rest.toSorted((a, b) => errorWith(a) - errorWith(b))[0];
    expect(next?.id).toBe(best?.id);
    expect((next?.after ?? 0) ** 2).toBeCloseTo(errorWith(best as (typeof rest)[number]), 1);
    expect(next?.after).toBeLessThan(next?.before ?? 0);
    expect(nextHeight([], curves)).toBeNull();
  });

  it('is found among many of one diameter too, each with what hangs on it', () => {
    const curves = heightCurves(stand(14, 31), 1.3);
    const { fit } = own(stand(14, 31));
    const model = HEIGHT_MODELS[fit.model];
    const form = (u: readonly number[], v: readonly number[]) =>
      u.reduce((s, a, i) => s + v.reduce((q, b, j) => q + a * b * (fit.covariance[i]?.[j] as number), 0), 0);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 2, max: 8 }), fc.double({ min: 0.001, max: 0.5, noNaN: true })), {
          minLength: 1,
          maxLength: 30,
        }),
        (list) => {
          const rest = list.map(([dm, perMetre], i) => ({ id: `t${i}`, species: 'pine', dbh: dm / 10, perMetre }));
          // the sum's error with each tree measured, put together anew for each from all the others
          const errors = rest.map((one) => {
            const others = rest.filter((r) => r !== one);
            const row = model.slopes(fit.parameters, one.dbh * 100);
            const total = row.map((_, a) =>
              others.reduce((s, r) => s + r.perMetre * (model.slopes(fit.parameters, r.dbh * 100)[a] as number), 0),
            );
            const taken = form(total, row) ** 2 / (fit.sigma ** 2 + form(row, row));
            return form(total, total) - taken + others.reduce((s, r) => s + r.perMetre ** 2, 0) * fit.sigma ** 2;
          });
          const next = nextHeight(rest, curves);
          const least = Math.sqrt(Math.max(0, Math.min(...errors)));
          expect(next?.after).toBeCloseTo(least, 6);
          expect(errors[rest.findIndex((r) => r.id === next?.id)]).toBeCloseTo(Math.min(...errors), 9);
        },
      ),
    );
  });
});
