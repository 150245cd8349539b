import { describe, expect, it } from 'vitest';
import { usualPreferences } from '../../field/preferences';
import { changedWays } from './changed-ways';
import { missingOf } from './missing';

describe('what is read otherwise than in the survey before', () => {
  const here = { ways: 'street', prefs: usualPreferences('metric') };
  it('is told by what differs, and by nothing else', () => {
    const us = usualPreferences('us');
    expect(changedWays(here, { ways: 'tract', prefs: us })).toEqual({ here: 'cm and m', before: 'in and ft' });
    expect(changedWays(here, { ways: 'tract', prefs: { ...us, scale: { kind: 'degree' }, tool: 'caliper' } })).toEqual({
      here: 'cm and m, angles in per cent, diameter tape',
      before: 'in and ft, angles in degrees, caliper',
    });
  });
  it('is nothing at the same place, before any, and where all is alike', () => {
    expect(changedWays(here, { ways: 'street', prefs: usualPreferences('us') })).toBeNull();
    expect(changedWays(here, { ways: null, prefs: null })).toBeNull();
    expect(changedWays(here, { ways: 'wood', prefs: usualPreferences('metric') })).toBeNull();
  });
});

describe('the way to what is missing', () => {
  const no = (code: string) => ({ ok: false, code, reason: '' });
  it('is the step where it is read, or the kit', () => {
    const result = {
      height: no('no-pace'),
      cubic: no('no-diameter'),
      dbh: no('no-diameter'),
      boards: no('no-logs'),
      crownBase: no('not-sighted'),
    } as never;
    expect(missingOf(result, 'needs your pace')).toBe('kit');
    expect(missingOf(result, 'needs the tape')).toBe('dbh');
    expect(missingOf(result, 'needs logs')).toBe('logs');
    expect(missingOf(result, 'not sighted')).toBeNull();
    expect(missingOf(result, 'needs the base')).toBeNull();
  });
});
