import { describe, expect, it } from 'vitest';
import { DesignInput } from '../../contract/design';
import { SAMPLES_OF, SURVEY_KINDS } from '../../contract/kinds/survey';
import { validate } from '../../contract/validate';
import { type DesignForm, meantDesign, sayDesign, typedDesign, usualDesign } from './design-form';
import { limitOfSample } from './sample-scene';

const UNITS = ['metric', 'us'] as const;
const every = SURVEY_KINDS.flatMap((survey) => SAMPLES_OF[survey].flatMap((kind) => UNITS.map((units) => ({ survey, kind, units }))));
const form = (survey: (typeof every)[number], change: Partial<DesignForm> = {}): DesignForm => ({
  ...(usualDesign(survey.survey, survey.units) as DesignForm),
  kind: survey.kind,
  ...change,
});

describe('how a survey samples, as it is typed', () => {
  it.each(every)('$survey by $kind, $units: what is usual can be taken, typed back, said and drawn', (of) => {
    const read = meantDesign(form(of), of.units);
    if (!read.ok) throw new Error(read.reason);
    expect(validate(DesignInput, JSON.parse(JSON.stringify(read.value))).ok).toBe(true);
    const again = meantDesign(typedDesign(read.value, of.survey, of.units), of.units);
    expect(again.ok && JSON.stringify(again.value, rounded)).toBe(JSON.stringify(read.value, rounded));
    expect(sayDesign(read.value, of.units)).toMatch(/^[A-Z].+\. .+\.$/);
    expect(limitOfSample(read.value.rule, of.units).says).toMatch(/^.{20,}\.$/);
  });
  it('kinds without plots have no design', () => expect(usualDesign('street', 'metric')).toBeNull());
  it('says the circle of a tree that most have in mind', () => {
    expect(limitOfSample({ kind: 'point', factor: 4, units: 'metric' }, 'metric').says).toContain('40.0 cm is in up to 10.00 m');
    expect(limitOfSample({ kind: 'point', factor: 10, units: 'us' }, 'us').says).toContain('16.0 in is in up to 44.0');
    expect(limitOfSample({ kind: 'nested', circles: [{ from: 0.6, radius: 5 }] }, 'metric').says).toContain('too thin');
  });

  const plots = { survey: 'fixed-plots', kind: 'circle', units: 'metric' } as const;
  const points = { survey: 'points', kind: 'point', units: 'us' } as const;
  it.each<[string, (typeof every)[number], Partial<DesignForm>, string]>([
    ['a radius of 0', plots, { radius: '0' }, 'radius'],
    ['no radius', plots, { radius: '' }, 'radius'],
    ['a radius of 2 km', plots, { radius: '2000' }, 'radius'],
    ['a factor of 0', points, { factor: '0' }, 'factor'],
    ['a factor in letters', points, { factor: 'ten' }, 'factor'],
    [
      'smaller circles for thicker trees',
      { ...plots, kind: 'nested' },
      {
        circles: [
          { from: '7', radius: '8' },
          { from: '30', radius: '4' },
        ],
      },
      'radius-1',
    ],
    [
      'the same diameter twice',
      { ...plots, kind: 'nested' },
      {
        circles: [
          { from: '7', radius: '4' },
          { from: '7', radius: '8' },
        ],
      },
      'from-1',
    ],
    ['no circle', { ...plots, kind: 'nested' }, { circles: [] }, 'circles'],
    ['a declination of 200', plots, { declination: '200' }, 'declination'],
    ['half a plot', plots, { planned: '3.5' }, 'planned'],
  ])('%s is refused at its field', (_, of, change, field) => {
    const read = meantDesign(form(of, change), of.units);
    expect(read).toMatchObject({ ok: false, field });
    if (!read.ok) expect(read.reason).toMatch(/\w.{10}/);
  });
  it('a declination is no part of true bearings', () =>
    expect(meantDesign(form(plots, { north: 'true', declination: '4' }), 'metric')).toMatchObject({ value: { declination: null } }));
});

const rounded = (_: string, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(4)) : v);
