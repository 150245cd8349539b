import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { willItReach } from '../height/index';
import { metres, tangent } from '../units';
import { overlap, reachLayout, within } from './index';

const question = fc.record({
  height: fc.double({ min: 3, max: 60, noNaN: true }).map(metres),
  sigma: fc.double({ min: 0, max: 2, noNaN: true }).map(metres),
  distance: fc.double({ min: 2, max: 120, noNaN: true }).map(metres),
  slope: fc.double({ min: -0.7, max: 0.7, noNaN: true }).map(tangent),
  objectHeight: fc.double({ min: 0, max: 15, noNaN: true }).map(metres),
  margin: fc.double({ min: 0, max: 10, noNaN: true }).map(metres),
});

describe('the drawing of what a tree reaches', () => {
  it.each([
    { width: 560, height: 360 },
    { width: 358, height: 240 },
  ])('is to scale, inside its frame and without labels over others, at $width × $height', (frame) => {
    fc.assert(
      fc.property(question, (q) => {
        const a = willItReach(q);
        const { side, plan } = reachLayout(q, a, frame, 'metric');
        for (const labels of [side.labels, plan.labels]) {
          for (const [i, one] of labels.entries()) {
            expect(within(one.box, { x: 0, y: 0, w: frame.width, h: frame.height })).toBe(true);
            for (const other of labels.slice(i + 1)) expect(overlap(one.box, other.box)).toBe(false);
          }
        }
        const [foot, top] = side.object;
        expect(Math.hypot(foot.x - side.foot.x, foot.y - side.foot.y) / side.scale).toBeCloseTo(q.distance, 6);
        // straight from the foot of the tree to the top of the object, as the answer says
        expect(Math.hypot(top.x - side.foot.x, top.y - side.foot.y) / side.scale).toBeCloseTo(a.away, 6);
        for (const p of side.arc) expect(Math.hypot(p.x - side.foot.x, p.y - side.foot.y) / side.scale).toBeCloseTo(a.reach, 6);
        for (const p of [...side.arc, ...side.margin, foot, top]) {
          expect(p.x).toBeLessThanOrEqual(frame.width + 0.5);
          expect(p.y).toBeGreaterThanOrEqual(-0.5);
          expect(p.y).toBeLessThanOrEqual(frame.height + 0.5);
        }
        expect(plan.keepAway / plan.scale).toBeCloseTo(a.keepAway, 6);
        expect(plan.keepAway).toBeLessThanOrEqual(Math.min(frame.width, frame.height) / 2 + 0.5);
      }),
      { numRuns: 200 },
    );
  });
});
