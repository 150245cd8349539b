import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { willItReach } from '../height/index';
import { metres, tangent } from '../units';
import { reachLayout } from './index';
import { Look } from './test-look';

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
    let looked = 0;
    fc.assert(
      fc.property(question, (q) => {
        const a = willItReach(q);
        const { side, plan } = reachLayout(q, a, frame, 'metric');
        const look = new Look();
        look.labels(side.labels, frame);
        look.labels(plan.labels, frame);
        const [foot, top] = side.object;
        const fromFoot = (p: { x: number; y: number }) => Math.hypot(p.x - side.foot.x, p.y - side.foot.y) / side.scale;
        look.close(fromFoot(foot), q.distance, 6, 'distance');
        // straight from the foot of the tree to the top of the object, as the answer says
        look.close(fromFoot(top), a.away, 6, 'away');
        for (const p of side.arc) look.close(fromFoot(p), a.reach, 6, 'reach');
        for (const p of [...side.arc, ...side.margin, foot, top]) {
          look.that(p.x <= frame.width + 0.5 && p.y >= -0.5 && p.y <= frame.height + 0.5, () => `${JSON.stringify(p)} lies outside`);
        }
        look.close(plan.keepAway / plan.scale, a.keepAway, 6, 'keep away');
        look.that(plan.keepAway <= Math.min(frame.width, frame.height) / 2 + 0.5, () => `keep away: ${plan.keepAway} px`);
        looked += look.settle();
      }),
      { numRuns: 200 },
    );
    expect(looked).toBeGreaterThan(200 * 100);
  });
});
