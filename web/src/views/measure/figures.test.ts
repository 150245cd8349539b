import { deriveTree, PRESETS, type Reading } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import { figuresOf } from './figures';

describe('the running result', () => {
  it('opens every figure to its formula, and says why one is missing', () => {
    const protocol = PRESETS['timber-us'].options;
    const result = deriveTree({
      protocol,
      readings: [
        { kind: 'diameter', tool: 'diameter-tape', value: 18, unit: 'in' },
        { kind: 'distance', value: 80, unit: 'ft', along: 'level', to: 'axis' },
        { kind: 'angle', target: 'tip', value: 86, scale: 'percent' },
        { kind: 'angle', target: 'base', value: -7, scale: 'percent' },
        { kind: 'logs', value: 2.5 },
      ],
      species: { formClass: 80, taperPerLog: 2 },
    });
    const by = Object.fromEntries(figuresOf(result, 'us').map((f) => [f.id, f]));
    expect(by.height?.value).toBe('74.4 ft');
    expect(by.boards).toMatchObject({ value: '206 Doyle', aside: 'Scr 262 · Int 287' });
    expect(by.diameter?.value).toBe('18.0 in');
    expect(by.station).toMatchObject({ value: '80.0 ft', aside: '1.1 heights' });
    expect(by.crown?.value).toBeNull();
    expect(by.crown?.how()).toEqual(['The crown base is not sighted.']);
    expect(by.height?.how().join(' ')).toContain('squares add up');
    expect(by.boards?.how().at(-1)).toContain('Doyle 206.1');
  });
  it('says how a merchantable height came to its logs, and shows the protocol’s rule first', () => {
    const protocol = { ...PRESETS['timber-us'].options, logRule: 'scribner' as const };
    const result = deriveTree({
      protocol,
      readings: [
        { kind: 'diameter', tool: 'diameter-tape', value: 24, unit: 'in' },
        { kind: 'merchantable-height', value: 97, unit: 'ft' },
      ],
    });
    const boards = figuresOf(result, 'us', [], protocol).find((f) => f.id === 'boards');
    // 97 ft less 1 ft: five logs of 16.3 ft are 81.5 ft, and what is left is a half log of 8.3 ft
    expect(boards?.how()).toContain('97.0 ft less the stump of 1.0 ft: 5 logs of 16.3 ft with its trim and a half');
    expect(boards?.value).toMatch(/Scribner$/);
  });
});

describe('the diameter of the running result', () => {
  const read = (value: number, more: object = {}) => ({ kind: 'diameter', tool: 'diameter-tape', value, unit: 'cm', ...more }) as const;
  const figure = (readings: readonly Reading[], preset: 'street' | 'monitoring' = 'street') =>
    figuresOf(deriveTree({ readings, protocol: PRESETS[preset].options }), 'metric').find((f) => f.id === 'diameter');
  it('of several stems says each, and what their one number keeps', () => {
    const stems = [read(30), read(20, { stem: '2' })];
    expect(figure(stems)).toMatchObject({ value: '2 stems', aside: '30.0 20.0' });
    expect(figure(stems)?.how().join(' ')).toMatch(/stands alone.*stem 1: one reading diameter tape at 1\.30 m.*stem 2/);
    expect(figure(stems, 'monitoring')).toMatchObject({ name: 'Diameter, one number', value: '36.1 cm' });
    expect(figure(stems, 'monitoring')?.how().join(' ')).toContain('keeps 100 % of the basal area');
  });
  it('names the tool, the others beside it, and diameters higher up', () => {
    const how = figure([read(33, { tool: 'estimate' }), read(30), read(24, { upper: true, pom: 5 })], 'monitoring')
      ?.how()
      .join(' | ');
    expect(how).toContain('by eye: 33.0 cm, +10.0 %');
    expect(how).toContain('5.00 m up: 24.0 cm');
  });
  it('says shortly what it waits for', () => {
    expect(figure([read(30), read(29, { pom: 1.6 })])).toMatchObject({ value: null, aside: 'two points' });
    expect(figure([])).toMatchObject({ value: null, aside: 'needs the tape' });
  });
});
