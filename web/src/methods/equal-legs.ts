import type { Preferences } from '../field/preferences';
import type { Method } from './define';
import { type Draft, length } from './typed';

/** One number: how far the stem is from where the stick covers it. */
function far(text: string, p: Preferences): Draft {
  const along = p.along === 'slope' ? 'slope' : 'level';
  const read = length('distance', 500, text, p, (value, unit) => ({ kind: 'equal-legs', value, unit, along, to: p.to }));
  if (!read.ok) return read;
  return { ...read, echo: `${read.echo} ${along === 'slope' ? 'along the slope' : 'level'}, to the ${p.to}` };
}

export const equalLegs = {
  name: 'Equal legs',
  short: 'equal legs',
  when: 'a stick as long as your reach, two equal sticks, a pole gripped at eye-to-hand length',
  formula: 'H = D, level to the axis: the stick held upright is as long as its distance from the eye',
  steps: () => ['equal-legs', 'ground', 'base'],
  own: {
    'equal-legs': {
      title: 'Equal legs',
      short: 'equal legs',
      ask: 'Hold the stick upright and walk until it covers the tree from base to tip: how far is the stem?',
      draft: far,
      unit: 'length',
      cautions: ['walk-back'],
    },
  },
  optional: ['base', 'ground'],
  leans: true,
} satisfies Method;
