import type { Method } from './define';
import { length, two } from './typed';

export const shadow = {
  name: 'Shadow',
  short: 'shadow',
  when: 'sun, level ground and a staff',
  formula: 'H = x · cos γ · staff / its shadow + x · sin γ, x = shadow + d/2',
  steps: () => ['shadow', 'reference-shadow', 'ground'],
  own: {
    shadow: {
      title: 'Tree’s shadow',
      short: 'shadow',
      ask: 'Tape the shadow from the bark to the shadow of the tip, along the ground.',
      draft: (text, p, { minute }) => length('tree’s shadow', 500, text, p, (value, unit) => ({ kind: 'shadow', value, unit, minute })),
      unit: 'length',
      cautions: ['sun'],
    },
    'reference-shadow': {
      title: 'Staff and its shadow',
      short: 'staff',
      ask: 'At once: how tall is the staff, and how long its shadow on level ground? Two lengths.',
      pad: 'pair',
      draft: (text, p, { minute }) =>
        two(text, p, 'its height, then its shadow, for example 1.5 1.92', (height, value, unit) => ({
          kind: 'reference-shadow',
          value,
          height,
          unit,
          minute,
        })),
      unit: 'length',
      cautions: ['sun'],
    },
  },
  optional: ['ground'],
  leans: true,
} satisfies Method;
