import type { Method } from './define';

export const twoSights = {
  name: 'Two sights and a distance',
  short: 'two sights',
  when: 'a clinometer and a tape, paces or a rangefinder',
  formula: 'H = D · (t tip − t base), each sight as rise over run',
  steps: (lower) => ['tip', ...lower],
  own: {},
  distant: true,
  sights: true,
  misled: true,
  beside: ['plumb', 'room'],
} satisfies Method;
