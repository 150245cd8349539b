import { metres } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import { EMPTY, reachOf, stickLength } from './reach-model';

const asked = { ...EMPTY, height: '22', sigma: '0,5', distance: '25' };

describe('will it reach, as it is typed', () => {
  it('adds two errors and keeps the margin', () => {
    expect(reachOf(asked, 'metric').answer).toMatchObject({ reach: 23, verdict: 'clear' });
    expect(reachOf({ ...asked, distance: '24' }, 'metric').answer?.verdict).toBe('within-margin');
    expect(reachOf({ ...asked, distance: '75', height: '72', margin: '6' }, 'us').answer?.verdict).toBe('within-margin');
    expect(reachOf({ ...asked, distance: '80ft' }, 'metric').answer?.away).toBeCloseTo(80 * 0.3048, 9);
  });
  it('says what is still needed and what is wrong, field by field', () => {
    expect(reachOf(EMPTY, 'metric')).toMatchObject({ answer: null, missing: ['height', 'distance'] });
    const wrong = reachOf({ ...asked, distance: 'far', slope: '80', objectHeight: '-2' }, 'metric').wrong;
    expect(wrong.distance).toMatch(/not a length/);
    expect(wrong.slope).toMatch(/from −60 to 60/);
    expect(wrong.objectHeight).toMatch(/negative/);
    expect(reachOf({ ...asked, distance: '5000' }, 'metric').wrong.distance).toMatch(/at most 1000 m/);
  });
  it('of a measured tree takes its height and error, and waits for them', () => {
    const tree = { height: metres(22), sigma: metres(0.5), leans: false };
    const object = { ...EMPTY, distance: '25' };
    expect(reachOf(object, 'metric', tree).answer).toMatchObject({ reach: 23, verdict: 'clear' });
    // what stands in the fields of another tree is not asked for
    expect(reachOf({ ...object, height: 'x', sigma: 'y' }, 'metric', tree)).toMatchObject({ answer: { reach: 23 }, wrong: {} });
    expect(reachOf(object, 'metric', null)).toMatchObject({ answer: null, missing: ['height'] });
  });
  it('the stick of the test without distance is the reach less a tenth', () => {
    expect(stickLength(0.6)).toBeCloseTo(0.54, 12);
  });
});
