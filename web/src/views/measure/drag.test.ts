import { deriveTree, metres, PRESETS, type Reading, sightScene } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import { cautionsAt, putAway } from '../../methods/cautions';
import { MEASURE_METHODS, METHODS } from '../../methods/index';
import { methodSteps, STEPS } from '../../methods/steps';
import { draggedText, handlesAt } from './drag';
import { readAs } from './read-as';

const protocol = PRESETS['forest-metric'].options;
const readings: Reading[] = [
  { kind: 'distance', value: 25, unit: 'm', along: 'level', to: 'axis' },
  { kind: 'angle', target: 'tip', value: 80, scale: 'percent' },
  { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
];
const scene = sightScene({
  result: deriveTree({ readings, protocol }),
  readings,
  protocol,
  species: {},
  eyeHeight: metres(1.6),
  scale: { kind: 'percent' },
  method: 'two-sights',
});

describe('what is dragged on the sheet', () => {
  it('becomes what would be typed: a lean with its way, a crown in the units of the survey', () => {
    expect(handlesAt('tip', scene)).toEqual([]);
    expect(handlesAt('lean', scene)).toMatchObject([{ id: 'lean', x: 0, y: scene.height }]);
    expect(draggedText('lean', scene, 'metric', scene.height * Math.tan(0.1), 0)).toEqual({ text: '6', leanTo: 'eye' });
    expect(draggedText('lean', scene, 'metric', -100, 0)).toEqual({ text: '45', leanTo: 'away' });
    expect(draggedText('crown', scene, 'metric', 5, scene.height - 4)).toEqual({ text: '5.0 4.0' });
    expect(draggedText('crown', scene, 'us', 5, scene.height - 4)).toEqual({ text: '16.4 13.1' });
    expect(handlesAt('crown', scene)[0]?.value).toMatch(/m out/);
  });
});

describe('every method', () => {
  it.each(MEASURE_METHODS)('%s has words, steps with words of their own, and cautions that exist', (method) => {
    const { name, short, when, formula } = METHODS[method];
    expect([name, short, when, formula].every((w) => w.length > 3)).toBe(true);
    const steps = methodSteps({ method, along: 'slope', lower: 'mark', merchantable: 'logs' }, protocol);
    expect(new Set(steps).size).toBe(steps.length);
    for (const step of steps) {
      expect(STEPS[step].ask).toMatch(/[.?]$/);
      expect(cautionsAt(step, method, true).length).toBeLessThan(3);
    }
  });
  it('nothing is put away before it was read', () => {
    expect(putAway('somebody')).toEqual([]);
  });
});

describe('a kept reading said anew', () => {
  it('changes its scale, unit or way, and keeps its name', () => {
    const point: Reading = { kind: 'angle', target: 'point', name: 'defect', value: 20, scale: 'percent' };
    expect(readAs(point, { scale: { kind: 'degree' } })).toEqual({ ...point, scale: 'degree' });
    const included: Reading = { kind: 'angle', target: 'tip', value: 46, scale: 'degree', included: true };
    expect(readAs(included, { scale: { kind: 'percent' } })).toBe(included);
    const tape: Reading = { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' };
    expect(readAs(tape, { along: 'slope', to: 'bark' })).toEqual({ ...tape, along: 'slope', to: 'bark' });
    expect(readAs(tape, { along: 'sight' })).toBe(tape);
    const paces: Reading = { kind: 'paces', value: 14, along: 'level', to: 'axis' };
    expect(readAs(paces, { along: 'slope' })).toEqual({ ...paces, along: 'slope' });
    const girth: Reading = { kind: 'diameter', tool: 'diameter-tape', value: 130, unit: 'cm' };
    expect(readAs(girth, { tool: 'plain-tape' })).toMatchObject({ tool: 'plain-tape' });
    expect(readAs(girth, { tool: 'caliper' })).toMatchObject({ tool: 'diameter-tape' });
  });
});
