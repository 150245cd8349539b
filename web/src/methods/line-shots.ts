import type { Method } from './define';

export const lineShots = {
  name: 'Two line-of-sight shots',
  short: 'two shots',
  when: 'a laser that reads distance and angle; right for leaning trees too',
  formula: 'H = s tip · sin α tip − s base · sin α base; no level distance is needed',
  steps: () => ['tip', 'base'],
  own: {},
  sights: true,
  shots: ['tip', 'base', 'crown-base', 'merchantable', 'stump', 'point'],
} satisfies Method;
