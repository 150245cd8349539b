import type { Reading } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import { READING_CLASSES } from '../contract/reading';
import { validate } from '../contract/validate';
import type { Preferences } from '../field/preferences';
import { draftOf } from './draft';
import type { MeasureMethod } from './index';
import type { StepId } from './step';
import { around, metric, us } from './test-around';

describe('a draft', () => {
  it.each([
    ['dbh', '41,3', metric, { kind: 'diameter', tool: 'diameter-tape', value: 41.3, unit: 'cm', pom: 1.3 }],
    ['dbh', '18', us, { kind: 'diameter', value: 18, unit: 'in' }],
    ['dbh', '130', { ...metric, tool: 'plain-tape' }, { tool: 'plain-tape', value: 130 }],
    ['dbh', '150+28.5', { ...metric, tool: 'plain-tape' }, { tool: 'plain-tape', value: 150, more: [28.5] }],
    ['dbh', '41.2 + 43', { ...metric, tool: 'caliper' }, { tool: 'caliper', value: 41.2, more: [43] }],
    [
      'dbh',
      '18',
      { ...us, tool: 'biltmore-stick', stickReach: 0.66 },
      { tool: 'biltmore-stick', value: 18, unit: 'in', designReach: 0.66 },
    ],
    ['distance', '65\'6"', metric, { kind: 'distance', value: 65.5, unit: 'ft', along: 'level', to: 'axis' }],
    ['distance', '65 6', us, { value: 65.5, unit: 'ft' }],
    [
      'tip',
      '+27.5',
      { ...metric, scale: { kind: 'fixed', distance: 20 } },
      { kind: 'angle', target: 'tip', value: 27.5, scale: 'fixed', scaleDistance: 20 },
    ],
    ['base', '-4°', metric, { target: 'base', value: -4, scale: 'degree' }],
    ['logs', '2 1/2', us, { kind: 'logs', value: 2.5 }],
    ['logs', '½', us, { kind: 'logs', value: 0.5 }],
    ['logs', '2,5', us, { kind: 'logs', value: 2.5 }],
    ['called-height', '72', us, { kind: 'called-height', value: 72, unit: 'ft' }],
    ['neighbour', '4,2 3·08', metric, { kind: 'neighbour', value: 4.2, unit: 'm', to: '3·08' }],
    ['earlier-height', '17.5 2011 by pole', metric, { kind: 'earlier-height', value: 17.5, year: 2011, method: 'by pole' }],
    ['ground', '3:20', metric, { kind: 'angle', target: 'ground', value: 15, scale: 'percent' }],
    ['ground', '-1,5 in 6', us, { target: 'ground', value: -25, scale: 'percent' }],
    ['mark-height', '1.3', metric, { kind: 'mark-height', value: 1.3, unit: 'm' }],
  ] as const)('at %s, %j', (step, text, prefs, read) => {
    expect(draftOf(step, text, prefs as Preferences, around)).toMatchObject({ ok: true, read });
  });
  it.each([
    ['dbh', '2000', /at most 15.0 m/],
    ['dbh', '41+0', /above 0|measures nothing/],
    ['upper', '30', /how high up/],
    ['trunk', '30', /tapped/],
    ['distance', '0', /measures nothing/],
    ['logs', '2.3', /whole and half logs/],
    ['logs', '', /whole and half logs/],
    ['tip', '95°', /straight up/],
    ['ground', '3:0', /run is above 0/],
    ['called-height', '400', /more than any tree/],
    ['neighbour', '4.2', /Which tree/],
    ['earlier-height', '17.5 11', /the year/],
    ['tip', 'abc', /not a sighting/],
    ['eye-height', '160', /at most 10.0 m/],
  ] as const)('at %s, %j is refused', (step, text, why) => {
    const draft = draftOf(step, text, metric, around);
    expect(draft.ok ? '' : draft.reason).toMatch(why);
  });
});

describe('a draft of another method', () => {
  it.each<[MeasureMethod, StepId, string, Partial<Preferences>, object]>([
    [
      'line-shots',
      'tip',
      '31.6 47.2',
      {},
      { kind: 'shot', target: 'tip', value: 31.6, unit: 'm', elevation: 47.2, by: 'laser', to: 'axis' },
    ],
    ['line-shots', 'base', '22,4 -6,5', { shooter: 'ultrasonic' }, { kind: 'shot', value: 22.4, elevation: -6.5, by: 'ultrasonic' }],
    ['line-shots', 'point', 'broken limb 20 15', {}, { kind: 'shot', target: 'point', name: 'broken limb', value: 20, elevation: 15 }],
    ['transponder', 'mark', '18.42 -3.1', {}, { kind: 'shot', target: 'mark', by: 'ultrasonic', to: 'bark' }],
    ['transponder', 'mark', '18 -3', { celsius: 22 }, { kind: 'shot', by: 'ultrasonic', celsius: 22 }],
    ['transponder', 'tip', '52.3°', {}, { kind: 'angle', target: 'tip', value: 52.3, scale: 'degree' }],
    ['included-angle', 'tip', '46', {}, { kind: 'angle', value: 46, scale: 'degree', included: true }],
    ['included-angle', 'base', '-7', {}, { kind: 'angle', value: -7, scale: 'percent' }],
    ['two-sights', 'base', '86', { scale: { kind: 'dial', level: 90, grows: 'up' } }, { scale: 'dial', value: 86, level: 90, grows: 'up' }],
    ['pole', 'pole', '4', {}, { kind: 'pole', value: 4, unit: 'm' }],
    ['pole', 'pole-top', '14', {}, { kind: 'angle', target: 'pole-top', value: 14 }],
    ['two-stations', 'baseline', '15 -3', {}, { kind: 'baseline', value: 15, elevation: -3 }],
    ['two-stations', 'far-tip', '58', {}, { kind: 'angle', target: 'tip', value: 58 }],
    ['equal-legs', 'equal-legs', '21.8', { to: 'bark' }, { kind: 'equal-legs', value: 21.8, unit: 'm', along: 'level', to: 'bark' }],
    ['equal-legs', 'equal-legs', '70ft', { along: 'slope' }, { kind: 'equal-legs', value: 70, unit: 'ft', along: 'slope', to: 'axis' }],
    ['stick', 'stick', '60', {}, { kind: 'stick', target: 'tip', value: 60, unit: 'cm' }],
    ['stick', 'stick', '60 72', {}, { kind: 'stick', value: 60, reach: 0.72 }],
    ['set-angle', 'set-angle', '1:2', {}, { kind: 'set-angle', rise: 1, run: 2 }],
    ['set-angle', 'set-angle', '45', {}, { kind: 'set-angle', rise: 1, run: 1 }],
    ['device', 'device', '18 20', {}, { kind: 'device-height', value: 18, setDistance: 20 }],
    ['shadow', 'shadow', '18.6', {}, { kind: 'shadow', value: 18.6, minute: 750 }],
    ['shadow', 'reference-shadow', '1.5 1.92', {}, { kind: 'reference-shadow', height: 1.5, value: 1.92, unit: 'm' }],
    ['direct', 'direct', '88.3+9.6+4.1', { units: 'us' }, { kind: 'direct-height', value: 88.3, more: [9.6, 4.1], unit: 'ft' }],
    ['two-sights', 'point', 'defect 38', {}, { kind: 'angle', target: 'point', name: 'defect', value: 38 }],
    ['two-sights', 'plumb', '24', {}, { kind: 'distance', to: 'plumb', value: 24 }],
    ['two-sights', 'lean', '12°', {}, { kind: 'lean', value: 12, toward: 'side' }],
    ['two-sights', 'crown', '5 4', {}, { kind: 'crown', halfWidth: 5, depth: 4, unit: 'm' }],
    ['two-sights', 'distance', '14', { by: 'paces' }, { kind: 'paces', value: 14, along: 'level', to: 'axis' }],
    [
      'two-sights',
      'distance',
      '24.4 -3',
      { by: 'laser', along: 'sight' },
      { kind: 'distance', value: 24.4, by: 'laser', along: 'sight', elevation: -3 },
    ],
    ['two-sights', 'room', "60'", {}, { kind: 'room', value: 60, unit: 'ft' }],
    ['two-sights', 'log-scale', '2.7', { stickReach: 0.66 }, { kind: 'log-scale', value: 2.7, designReach: 0.66 }],
  ])('%s at %s, %j', (method, step, text, prefs, read) => {
    const draft = draftOf(step, text, { ...metric, ...prefs }, { ...around, method });
    expect(draft).toMatchObject({ ok: true, read });
    // whatever a person can type, the contract takes
    const kept = draft.ok ? { ...draft.read } : null;
    expect(validate(READING_CLASSES[kept?.kind as Reading['kind']]() as new () => object, kept)).toMatchObject({ ok: true });
  });
  it.each<[MeasureMethod, StepId, string, Partial<Preferences>, RegExp]>([
    ['line-shots', 'tip', '31.6', {}, /both/],
    ['line-shots', 'tip', '31.6 95', {}, /straight up/],
    ['line-shots', 'tip', '31.6 47 3', {}, /more than two/],
    ['line-shots', 'tip', '31.6 80%', {}, /in degrees/],
    ['included-angle', 'tip', '-4', {}, /above 0/],
    ['two-sights', 'room', '600', {}, /more than any room/],
    ['equal-legs', 'equal-legs', '900', {}, /more than any distance/],
    ['stick', 'stick', '300', {}, /longer than any stick/],
    ['stick', 'stick', '60 7', {}, /no reach/],
    ['set-angle', 'set-angle', '85', {}, /under 80/],
    ['set-angle', 'set-angle', '0:2', {}, /above 0/],
    ['shadow', 'shadow', '0', {}, /measures nothing/],
    ['shadow', 'reference-shadow', '1.5', {}, /Two lengths/],
    ['two-sights', 'lean', '70', {}, /0 to 60/],
    ['two-sights', 'point', '38', {}, /A name/],
    ['two-sights', 'distance', '24', { by: 'laser', along: 'sight' }, /angle in degrees/],
    ['two-sights', 'distance', 'ten', { by: 'paces' }, /count of paces/],
    ['two-sights', 'log-scale', '13', {}, /at most 12/],
    ['two-sights', 'base', '190', { scale: { kind: 'dial', level: 90, grows: 'up' } }, /dial/],
  ])('%s at %s, %j is refused', (method, step, text, prefs, why) => {
    const draft = draftOf(step, text, { ...metric, ...prefs }, { ...around, method });
    expect(draft.ok ? '' : draft.reason).toMatch(why);
  });
});

describe('a diameter from afar', () => {
  const optical = { ...metric, tool: 'optical' } as const;
  it('takes the station’s distance, or one typed beside it, with the angle of the sight', () => {
    expect(draftOf('dbh', '2.1', optical, around)).toMatchObject({ ok: false, reason: expect.stringContaining('how far') });
    const known = { ...around, distance: 12 };
    expect(draftOf('dbh', '2.1', optical, known)).toMatchObject({ ok: false, reason: expect.stringContaining('angle of the sight') });
    const sighted = { ...known, beside: { ...around.beside, optical: { distance: '', elevation: '-3' } } };
    expect(draftOf('dbh', '2,1°', optical, sighted)).toMatchObject({
      ok: true,
      read: { kind: 'optical-diameter', by: 'angle', value: 2.1, distance: 12, unit: 'm', along: 'level', elevation: -3, pom: 1.3 },
    });
    const bands = { ...optical, optical: { ...optical.optical, by: 'bands', selfCorrecting: true } } as Preferences;
    expect(draftOf('dbh', '2.5', bands, known)).toMatchObject({ ok: true, read: { by: 'bands', ratio: 0.02, selfCorrecting: true } });
    expect(draftOf('dbh', '75', optical, sighted)).toMatchObject({ ok: false });
  });
  it('may be higher up the stem, at a height that is said', () => {
    const up = { ...around, beside: { ...around.beside, upperHeight: '5,2' } };
    expect(draftOf('upper', '24.3', metric, up)).toMatchObject({ ok: true, read: { upper: true, pom: 5.2, value: 24.3 } });
    expect(draftOf('upper', '24.3', metric, { ...around, beside: { ...around.beside, upperHeight: '90' } })).toMatchObject({ ok: false });
  });
});
