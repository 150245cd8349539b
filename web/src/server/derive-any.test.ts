import { ANGLE_TARGETS, HEIGHT_TARGETS, PRESETS, SHOT_TARGETS } from '@arbolito/core';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DeriveRequest } from '../contract/derive';
import { openApi } from '../contract/openapi';
import { deriveAll } from './derive-service';

// readings as somebody might send them: sound ones, slips and nonsense within what the contract takes
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map((v) => Math.round(v * 1000) / 1000 || max);
const maybe = <T>(key: string, of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined }).map((v) => (v === undefined ? {} : { [key]: v }));
const all = (...parts: readonly fc.Arbitrary<object>[]) =>
  fc.tuple(...parts).map((p) => Object.assign({}, ...p) as Record<string, unknown>);
const the = (o: object) => fc.constant(o);
const one = (key: string, values: readonly unknown[]) => fc.constantFrom(...values).map((v) => ({ [key]: v }));
const field = <T>(key: string, of: fc.Arbitrary<T>) => of.map((v) => ({ [key]: v }));

const unit = one('unit', ['m', 'ft', 'in', 'cm']);
const name = { name: 'a place' };
const targeted = (targets: readonly string[]) => one('target', targets).map((t) => (t.target === 'point' ? { ...t, ...name } : t));
const angle = all(
  the({ kind: 'angle' }),
  targeted(ANGLE_TARGETS),
  fc.oneof(
    all(the({ scale: 'degree' }), field('value', number(-89, 89))),
    all(the({ scale: 'percent' }), field('value', number(-300, 300))),
    all(the({ scale: 'topographic' }), field('value', number(-200, 200))),
    all(the({ scale: 'fixed' }), field('scaleDistance', number(5, 40)), field('value', number(-60, 60))),
    all(the({ scale: 'dial', level: 90 }), one('grows', ['up', 'down']), field('value', number(2, 178))),
  ),
  maybe('zero', number(-2, 2)),
  maybe('scaleEnd', number(1, 90)),
  maybe('sigma', number(0.001, 0.05)),
);
const included = all(
  the({ kind: 'angle', scale: 'degree', included: true }),
  one('target', ['tip', 'crown-base', 'merchantable']),
  field('value', number(0.1, 120)),
);
const shot = all(
  the({ kind: 'shot' }),
  targeted(SHOT_TARGETS),
  field('value', number(0.5, 200)),
  unit,
  field('elevation', number(-89, 89)),
  one('by', ['laser', 'ultrasonic']),
  one('to', ['axis', 'bark']),
  maybe('celsius', number(-20, 40)),
);
const distance = all(
  the({ kind: 'distance' }),
  field('value', number(0.1, 300)),
  unit,
  fc.oneof(one('along', ['level', 'slope']), all(the({ along: 'sight' }), field('elevation', fc.integer({ min: -80, max: 80 })))),
  one('to', ['axis', 'bark', 'plumb']),
  maybe('by', fc.constantFrom('tape', 'laser', 'ultrasonic', 'fixed-base')),
);
const length = (kind: string, most: number) => all(the({ kind }), field('value', number(0.01, most)), one('unit', ['m', 'ft']));
const reading = fc.oneof(
  { weight: 4, arbitrary: angle },
  { weight: 3, arbitrary: distance },
  { weight: 2, arbitrary: shot },
  included,
  all(
    the({ kind: 'paces' }),
    field('value', number(1, 200)),
    one('along', ['level', 'slope']),
    one('to', ['axis', 'bark']),
    maybe('pace', number(0.5, 2)),
  ),
  length('mark-height', 8),
  length('eye-height', 2.5),
  length('pole', 12),
  length('merchantable-height', 40),
  length('room', 120),
  all(length('baseline', 60), the({ far: 'B' }), maybe('elevation', number(-30, 30))),
  all(length('stick', 1), one('target', HEIGHT_TARGETS), maybe('reach', number(0.3, 0.9))),
  all(the({ kind: 'log-scale' }), field('value', number(0.5, 8)), maybe('reach', number(0.3, 0.9))),
  all(the({ kind: 'set-angle' }), field('rise', number(0.1, 3)), field('run', number(0.1, 3))),
  all(length('device-height', 60), one('target', HEIGHT_TARGETS), maybe('setDistance', number(5, 60)), maybe('setMark', number(0, 3))),
  all(length('shadow', 120), maybe('minute', number(0, 1440))),
  all(length('reference-shadow', 12), field('height', number(0.2, 3)), maybe('minute', number(0, 1440))),
  all(length('direct-height', 40), one('target', HEIGHT_TARGETS)),
  all(the({ kind: 'lean' }), field('value', number(0, 60)), one('toward', ['eye', 'away', 'side'])),
  all(the({ kind: 'crown', unit: 'm' }), field('halfWidth', number(0.5, 15)), field('depth', number(0.5, 20))),
  all(the({ kind: 'logs' }), one('value', [0.5, 1, 2.5, 4])),
  all(
    the({ kind: 'diameter' }),
    one('tool', ['diameter-tape', 'plain-tape', 'biltmore-stick']),
    field('value', number(1, 400)),
    one('unit', ['cm', 'in']),
  ),
);
const stationed = all(reading, maybe('station', fc.constantFrom('A', 'B')));
const tree = fc.record({
  readings: fc.array(stationed, { minLength: 1, maxLength: 12, size: 'max' }),
  species: fc.constantFrom({}, { crown: 'broad' }, { crown: 'conifer', formFactor: 0.45, formFactorSigma: 0.04, formClass: 78 }),
});
const request = fc.record({ preset: fc.constantFrom(...Object.keys(PRESETS)), trees: fc.array(tree, { minLength: 1, maxLength: 3 }) });

const document = openApi() as { components: object };
const ajv = addFormats.default(new Ajv2020({ strict: false, allErrors: true }));
ajv.addSchema({ $id: 'api', components: document.components });
const described = ajv.compile({ $ref: 'api#/components/schemas/DeriveResponse' });

/** Every number anywhere in an answer. */
function numbers(v: unknown): number[] {
  if (typeof v === 'number') return [v];
  return v && typeof v === 'object' ? Object.values(v).flatMap(numbers) : [];
}

describe('whatever readings are sent', () => {
  it('is answered as described, in finite numbers, or refused in words', () => {
    let [heights, looked] = [0, 0];
    fc.assert(
      fc.property(request, (asked) => {
        const answer = deriveAll(asked as unknown as DeriveRequest);
        const sent = JSON.parse(JSON.stringify(answer));
        const wrong: string[] = [];
        const that = (right: boolean, what: () => string) => {
          looked++;
          if (!right) wrong.push(what());
        };
        that(described(sent), () => JSON.stringify(described.errors?.slice(0, 2)));
        that(numbers(answer).every(Number.isFinite), () => JSON.stringify(sent));
        for (const t of answer.trees) {
          if (!t.ok) {
            for (const e of t.errors) that(/\w{3,}.* .*\w{2,}/.test(`${e.field}: ${e.allowed}`), () => `${e.field}: ${e.allowed}`);
            continue;
          }
          for (const m of Object.values(t.result?.missing ?? {})) that(/^[A-Z±0-9].{8,}\.$/.test(m.reason), () => m.reason);
          for (const f of t.result?.findings ?? []) {
            const text = f.remedy + f.what + f.why;
            that(!/NaN|undefined|Infinity|null/.test(text), () => text);
          }
          for (const h of [t.result?.height, ...(t.result?.determinations ?? []).map((d) => d.height)]) {
            if (!h) continue;
            heights++;
            that(h.value > 0 && h.sigma > 0, () => `${h.value} ± ${h.sigma}`);
            // the parts of an error are all of it
            const whole = h.parts ? Math.hypot(...h.parts.map((p) => p.sigma)) : h.sigma;
            that(Math.abs(whole - h.sigma) < 5e-7, () => `parts make ${whole} of ${h.sigma}`);
          }
        }
        expect(wrong).toEqual([]);
      }),
      { numRuns: 1500 },
    );
    expect(heights).toBeGreaterThan(200);
    expect(looked).toBeGreaterThan(1500 * 5);
  });
});
