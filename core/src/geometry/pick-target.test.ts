import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { type Point, pickTarget, type SceneTarget, type SightLayout, targetOfLabel } from './index';
import { lay } from './test-lay';

const READINGS: readonly Reading[] = [
  { kind: 'diameter', tool: 'diameter-tape', value: 41.3, unit: 'cm' },
  { kind: 'distance', value: 25, unit: 'm', along: 'level', to: 'axis' },
  { kind: 'angle', target: 'tip', value: 70, scale: 'percent' },
  { kind: 'angle', target: 'base', value: -7, scale: 'percent' },
  { kind: 'angle', target: 'crown-base', value: 20, scale: 'percent' },
];

const desk = lay(READINGS, { width: 716, height: 640 });
const phone = lay(READINGS, { width: 390, height: 310 });
const along = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
const free = (l: SightLayout, p: Point) =>
  !l.labels.some((x) => p.x >= x.box.x && p.x <= x.box.x + x.box.w && p.y >= x.box.y && p.y <= x.box.y + x.box.h);

describe('what a tap on the sheet means', () => {
  it.each([
    ['desk', desk],
    ['phone', phone],
  ] as const)('a label is its own reading: %s', (_, l) => {
    for (const x of l.labels) expect(pickTarget(l, x.centre), x.id).toBe(targetOfLabel(x.id));
  });

  it('the middle of every sight and dimension is that reading, and a little beside it too', () => {
    for (const s of desk.sights) {
      const middle = along(s.from, s.to, 0.5);
      for (const off of [0, 5]) {
        const p = { x: middle.x, y: middle.y + off };
        if (free(desk, p)) expect(pickTarget(desk, p), `${s.target} ${off}`).toBe(s.target);
      }
    }
    for (const d of desk.dimensions) {
      const p = { x: d.x, y: d.from + (d.to - d.from) * 0.25 };
      if (free(desk, p)) expect(pickTarget(desk, p)).toBe(d.target);
    }
  });

  it('the head is the eye height, the stem the diameter, the crown its base, below the ground the slope', () => {
    expect(pickTarget(desk, desk.eye)).toBe('eye-height');
    const [a, b] = desk.pom;
    expect(pickTarget(desk, along(a, b, 0.5))).toBe('dbh');
    const crown: Point = { x: desk.foot.x, y: Math.min(...desk.crown.map((p) => p.y)) + 3 };
    const areas = new Set<SceneTarget | null>();
    for (let y = crown.y; y < desk.height; y += 2) areas.add(pickTarget(desk, { x: desk.foot.x - 30, y }));
    expect(areas).toContain('crown-base');
    expect(pickTarget(desk, { x: 5, y: desk.height - 2 })).toBe('ground');
  });

  it('nothing is meant by the bare sky', () => {
    expect(pickTarget(desk, { x: desk.width - 5, y: 4 })).toBeNull();
  });

  it('a shadow has no eye to tap, a stick is tapped in the hand', () => {
    const nobody: SightLayout = { ...desk, viewer: 'none', sights: [], labels: [] };
    expect(pickTarget(nobody, { x: desk.eye.x, y: desk.eye.y })).not.toBe('eye-height');
    const box = { x: 600, y: 20, w: 90, h: 60 };
    const hand = { box, scale: 1, eye: { x: 610, y: 50 }, stick: [box, box] as const };
    expect(pickTarget({ ...desk, hand }, { x: 650, y: 50 })).toBe('stick');
  });

  it('agrees with a search over the same lines by small steps', () => {
    const reach = 14;
    const bare: SightLayout = { ...desk, labels: [], marks: [], hand: null, inset: null, shoulder: [], far: null };
    const lines: readonly (readonly [SceneTarget, Point, Point])[] = [
      ...bare.sights.map((s) => [s.target, s.from, s.to] as const),
      ...bare.lines.map((s) => [s.target, s.from, s.to] as const),
      ...bare.dimensions.map((d) => [d.target, { x: d.x, y: d.from }, { x: d.x, y: d.to }] as const),
      ['dbh', ...bare.pom],
      ['distance', ...bare.level],
      ['eye-height', bare.feet, bare.eye],
    ];
    const point = fc.record({ x: fc.double({ min: 0, max: 716, noNaN: true }), y: fc.double({ min: 0, max: 640, noNaN: true }) });
    fc.assert(
      fc.property(point, (p) => {
        fc.pre(Math.hypot(p.x - bare.eye.x, p.y - bare.eye.y) > 23);
        const near = lines.map(([target, a, b]) => {
          let least = Number.POSITIVE_INFINITY;
          for (let i = 0; i <= 2000; i++) {
            const q = along(a, b, i / 2000);
            least = Math.min(least, Math.hypot(q.x - p.x, q.y - p.y));
          }
          return { target, least };
        });
        near.sort((m, n) => m.least - n.least);
        const [first, second] = near;
        const picked = pickTarget(bare, p);
        if (!first || !second) throw new Error('no lines');
        if (first.least < reach - 0.2) {
          if (second.least - first.least > 0.2) expect(picked).toBe(first.target);
        } else if (first.least > reach + 0.2) expect([null, 'dbh', 'crown-base', 'ground']).toContain(picked);
      }),
      { numRuns: 300 },
    );
  });
});
