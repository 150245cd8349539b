import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inches, inchesToMetres, metres, radians } from '../units';
import { basalArea, biltmoreMark, byBands, byBiltmore, byOpticalAngle, byTool, oneNumber, roundDiameter } from './index';

const inch = (n: number) => inchesToMetres(inches(n));
const reach = { own: inch(25), design: inch(25) };
const length = fc.double({ min: 0.02, max: 3, noNaN: true });

describe('Biltmore stick', () => {
  it('18 in on a 25 in stick is 17.65 in at 27 in and 18.42 in at 23 in', () => {
    expect(byBiltmore(inch(18), inch(27), inch(25)) / 0.0254).toBeCloseTo(17.65, 2);
    expect(byBiltmore(inch(18), inch(23), inch(25)) / 0.0254).toBeCloseTo(18.42, 2);
  });
  it('graduation and its inverse undo each other at any reach', () => {
    fc.assert(
      fc.property(length, fc.double({ min: 0.3, max: 1, noNaN: true }), fc.double({ min: 0.3, max: 1, noNaN: true }), (d, own, design) => {
        expect(byBiltmore(metres(d), metres(own), metres(own)) / d).toBeCloseTo(1, 12);
        // read a trunk of d at one's own reach off a stick drawn for another
        const mark = biltmoreMark(metres(d), metres(own));
        const read = (mark * mark + mark * Math.sqrt(mark * mark + 4 * design * design)) / (2 * design);
        expect(byBiltmore(metres(read), metres(own), metres(design)) / d).toBeCloseTo(1, 9);
      }),
    );
  });
  it('is where rays from the eye touch the trunk', () => {
    // a circle touching the stick at reach a: the tangent from the eye meets the stick at half the mark
    const [d, a] = [0.6, 0.64];
    const r = d / 2;
    const angle = Math.asin(r / (a + r));
    expect(2 * a * Math.tan(angle)).toBeCloseTo(biltmoreMark(metres(d), metres(a)), 12);
  });
});

describe('optical diameters', () => {
  it('are the circle that two sights touch, to axis and to face', () => {
    fc.assert(
      fc.property(length, fc.double({ min: 4, max: 60, noNaN: true }), (d, toAxis) => {
        const angle = radians(2 * Math.asin(d / 2 / toAxis));
        expect(byOpticalAngle(angle, metres(toAxis), 'axis') / d).toBeCloseTo(1, 9);
        expect(byOpticalAngle(angle, metres(toAxis - d / 2), 'face') / d).toBeCloseTo(1, 9);
      }),
    );
  });
  it('bands overstate by half a per cent where the radius is a tenth of the distance', () => {
    const [r, distance] = [1, 10];
    const tangent = 2 * Math.tan(Math.asin(r / distance));
    expect(byBands(tangent / 0.02, 0.02, metres(distance)) / (2 * r)).toBeCloseTo(1.005, 4);
  });
  it('refuse what is no angle or count', () => {
    expect(() => byOpticalAngle(radians(0), metres(10), 'axis')).toThrow(/angle/);
    expect(() => byOpticalAngle(radians(3.2), metres(10), 'axis')).toThrow(/180/);
    expect(() => byBands(-1, 0.02, metres(10))).toThrow(/band count/);
  });
});

describe('readings of one tool', () => {
  it('lengths of a tape add up; a caliper and a stick are averaged', () => {
    expect(byTool('plain-tape', [metres(1.5), metres(0.38)], reach).diameter).toBeCloseTo(1.88 / Math.PI, 12);
    expect(byTool('caliper', [metres(0.4), metres(0.44)], reach)).toMatchObject({
      diameter: expect.closeTo(0.42, 12),
      outOfRound: expect.closeTo(0.04 / 0.42, 12),
    });
    expect(byTool('caliper', [metres(0.4)], reach)).toMatchObject({ diameter: 0.4, outOfRound: null });
    expect(byTool('biltmore-stick', [inch(18), inch(20)], reach).diameter).toBeCloseTo(inch(19), 12);
  });
  it('refuses more than a tool gives, and what is no length', () => {
    expect(() => byTool('caliper', [metres(0.4), metres(0.4), metres(0.4)], reach)).toThrow(/from 1 to 2/);
    expect(() => byTool('estimate', [metres(0.4), metres(0.4)], reach)).toThrow(/from 1 to 1/);
    expect(() => byTool('plain-tape', [metres(1), metres(-0.2)], reach)).toThrow(/above 0/);
    expect(() => byTool('diameter-tape', [], reach)).toThrow();
  });
});

describe('one number for several stems', () => {
  const stems = fc.array(length, { minLength: 1, maxLength: 9 });
  it('the quadratic sum keeps basal area, the mean never more than that', () => {
    fc.assert(
      fc.property(stems, (all) => {
        const ds = all.map(metres);
        const together = ds.reduce((s, d) => s + basalArea(d), 0);
        expect(oneNumber(ds, 'quadratic-sum').basalArea / together).toBeCloseTo(1, 12);
        expect(oneNumber(ds, 'quadratic-sum').kept).toBeCloseTo(1, 12);
        const mean = oneNumber(ds, 'arithmetic-mean');
        expect(mean.kept).toBeLessThanOrEqual(1 / ds.length + 1e-12);
        expect(mean.ofStems).toBeCloseTo(together, 12);
      }),
    );
    expect(() => oneNumber([], 'quadratic-sum')).toThrow(/at least one/);
  });
});

describe('rounding by protocol', () => {
  it('rounds the diameter, or the circumference', () => {
    expect(roundDiameter(metres(0.4139), { of: 'diameter', step: 0.1, unit: 'cm', direction: 'down' })).toBeCloseTo(0.413, 12);
    expect(roundDiameter(inch(18.26), { of: 'diameter', step: 0.1, unit: 'in', direction: 'nearest' }) / 0.0254).toBeCloseTo(18.3, 12);
    expect(roundDiameter(metres(1.281 / Math.PI), { of: 'circumference', step: 1, unit: 'cm', direction: 'up' }) * Math.PI).toBeCloseTo(
      1.29,
      12,
    );
    // a girth already whole stays whole, though π goes in and out
    expect(roundDiameter(metres(1.28 / Math.PI), { of: 'circumference', step: 1, unit: 'cm', direction: 'up' }) * Math.PI).toBeCloseTo(
      1.28,
      12,
    );
  });
});
