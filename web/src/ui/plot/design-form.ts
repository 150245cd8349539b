import {
  formatNumber,
  fromMetres,
  type LengthUnit,
  metres,
  type North,
  parseLength,
  type SamplingKind,
  UNITS_OF,
  type UnitSystem,
} from '@arbolito/core';
import type { DesignInput, DesignRule } from '../../contract/design';
import { SAMPLES_OF, type SurveyKind } from '../../contract/kinds/survey';

/** How a survey samples, as it is typed. */
export interface DesignForm {
  readonly kind: SamplingKind;
  readonly radius: string;
  readonly circles: readonly { readonly from: string; readonly radius: string }[];
  readonly width: string;
  readonly length: string;
  readonly factor: string;
  readonly north: North;
  readonly declination: string;
  readonly planned: string;
}

type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly field: string; readonly reason: string };

/** What is usual, as somebody would type it: a start to change. */
export function usualDesign(survey: SurveyKind, units: UnitSystem): DesignForm | null {
  const [kind] = SAMPLES_OF[survey];
  if (!kind) return null;
  const us = units === 'us';
  return {
    kind,
    radius: us ? '37.2' : '12.62',
    circles: us
      ? [
          { from: '1', radius: '11.8' },
          { from: '5', radius: '24' },
          { from: '9', radius: '37.2' },
        ]
      : [
          { from: '7', radius: '3.99' },
          { from: '15', radius: '7.98' },
          { from: '30', radius: '12.62' },
        ],
    width: us ? '66' : '20',
    length: us ? '66' : '25',
    factor: us ? '10' : '4',
    north: 'magnetic',
    declination: '',
    planned: '',
  };
}

/** A design as it would be typed. */
export function typedDesign(design: DesignInput, survey: SurveyKind, units: UnitSystem): DesignForm {
  const usual = usualDesign(survey, units) as DesignForm;
  const { diameter: thin, length: long } = UNITS_OF[units];
  const say = (m: number, unit: LengthUnit) => String(Number(fromMetres(metres(m), unit).toFixed(3)));
  const { rule, north, declination, planned } = design;
  const own: Partial<DesignForm> =
    rule.kind === 'circle'
      ? { radius: say(rule.radius, long) }
      : rule.kind === 'nested'
        ? { circles: rule.circles.map((c) => ({ from: say(c.from, thin), radius: say(c.radius, long) })) }
        : rule.kind === 'point'
          ? { factor: String(rule.factor) }
          : { width: say(rule.width, long), ...(rule.kind === 'rectangle' ? { length: say(rule.length, long) } : {}) };
  return {
    ...usual,
    ...own,
    kind: rule.kind,
    north,
    declination: declination == null ? '' : String(declination),
    planned: planned == null ? '' : String(planned),
  };
}

/** What is typed, as a design; or the first field that can't be taken, with why. */
export function meantDesign(form: DesignForm, units: UnitSystem): Read<DesignInput> {
  const rule = meantRule(form, units);
  if (!rule.ok) return rule;
  const no = (field: string, reason: string): Read<DesignInput> => ({ ok: false, field, reason });
  const turn = form.declination.trim() === '' ? null : Number(form.declination.replace(',', '.').replace('−', '-'));
  if (form.north === 'magnetic' && turn !== null && !(turn >= -180 && turn <= 180))
    return no('declination', 'Degrees from −180 to 180: east above 0, west below.');
  const planned = form.planned.trim() === '' ? null : Number(form.planned);
  if (planned !== null && !(Number.isInteger(planned) && planned >= 1 && planned <= 100_000))
    return no('planned', 'A whole number from 1 to 100,000, or nothing.');
  const declination = form.north === 'magnetic' ? turn : null;
  return { ok: true, value: { rule: rule.value, north: form.north, declination, planned } };
}

function meantRule(form: DesignForm, units: UnitSystem): Read<DesignRule> {
  const { diameter: thin, length: long } = UNITS_OF[units];
  const length = (field: string, text: string, unit: LengthUnit, most: number, zero = false): Read<number> => {
    const read = parseLength(text, unit);
    if (!read.ok) return { ok: false, field, reason: read.reason };
    if (read.metres > most || (!zero && read.metres <= 0)) {
      const limit = `${formatNumber(fromMetres(metres(most), unit), 0)} ${unit}`;
      return { ok: false, field, reason: `${zero ? 'From 0' : 'Above 0'} and up to ${limit}.` };
    }
    return { ok: true, value: read.metres };
  };
  switch (form.kind) {
    case 'circle': {
      const radius = length('radius', form.radius, long, 1000);
      return radius.ok ? { ok: true, value: { kind: 'circle', radius: radius.value } } : radius;
    }
    case 'nested': {
      const circles: { from: number; radius: number }[] = [];
      for (const [i, c] of form.circles.entries()) {
        const from = length(`from-${i}`, c.from, thin, 3, true);
        if (!from.ok) return from;
        const radius = length(`radius-${i}`, c.radius, long, 1000);
        if (!radius.ok) return radius;
        const before = circles.at(-1);
        if (before && from.value <= before.from)
          return { ok: false, field: `from-${i}`, reason: 'Each circle is for thicker trees than the one before.' };
        if (before && radius.value <= before.radius)
          return { ok: false, field: `radius-${i}`, reason: 'Each circle is larger than the one before: thicker trees are fewer.' };
        circles.push({ from: from.value, radius: radius.value });
      }
      if (circles.length === 0) return { ok: false, field: 'circles', reason: 'At least one circle is needed.' };
      return { ok: true, value: { kind: 'nested', circles } };
    }
    case 'rectangle': {
      const width = length('width', form.width, long, 1000);
      if (!width.ok) return width;
      const side = length('length', form.length, long, 1000);
      return side.ok ? { ok: true, value: { kind: 'rectangle', width: width.value, length: side.value } } : side;
    }
    case 'strip': {
      const width = length('width', form.width, long, 1000);
      return width.ok ? { ok: true, value: { kind: 'strip', width: width.value } } : width;
    }
    case 'point': {
      const factor = Number(form.factor.replace(',', '.'));
      if (!(factor > 0 && factor <= 1000)) return { ok: false, field: 'factor', reason: 'Above 0 and up to 1000.' };
      return { ok: true, value: { kind: 'point', factor, units } };
    }
  }
}

/** How a survey samples, in words. */
export function sayDesign({ rule, north, declination }: DesignInput, units: UnitSystem): string {
  const { diameter: thin, length: long } = UNITS_OF[units];
  const far = (m: number) => `${Number(fromMetres(metres(m), long).toFixed(2))} ${long}`;
  const bearings =
    north === 'magnetic'
      ? `Bearings are magnetic${declination == null ? ', the declination is not said' : `, ${Math.abs(declination)}° ${declination < 0 ? 'west' : 'east'} of true`}.`
      : `Bearings count from ${north} north.`;
  return `${sayRule()} ${bearings}`;

  function sayRule(): string {
    switch (rule.kind) {
      case 'circle':
        return `Circles of ${far(rule.radius)}.`;
      case 'nested':
        return `Circles in one another: ${rule.circles.map((c) => `${far(c.radius)} from ${Number(fromMetres(metres(c.from), thin).toFixed(2))} ${thin}`).join(', ')}.`;
      case 'rectangle':
        return rule.width === rule.length ? `Squares of ${far(rule.width)}.` : `Rectangles of ${far(rule.width)} by ${far(rule.length)}.`;
      case 'strip':
        return `Strips ${far(rule.width)} wide.`;
      case 'point':
        return `Points with a basal-area factor of ${rule.factor} ${rule.units === 'us' ? 'ft²/acre' : 'm²/ha'}.`;
    }
  }
}
