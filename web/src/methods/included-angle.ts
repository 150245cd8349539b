import type { Method } from './define';

export const includedAngle = {
  name: 'One angle between base and tip',
  short: 'one angle',
  when: 'two sticks and a protractor',
  formula: 'H = D · (tan(ω + base) − tan base), ω between base and tip',
  steps: (lower) => [...lower, 'tip'],
  own: {},
  distant: true,
  sights: true,
  misled: true,
} satisfies Method;
