import type { Method } from './define';

export const transponder = {
  name: 'Transponder on the stem',
  short: 'transponder',
  when: 'an ultrasonic instrument and its transponder',
  formula: 'D = s · cos α + d/2; H = mark height + D · t tip − s · sin α',
  steps: () => ['mark', 'mark-height', 'tip'],
  own: {},
  sights: true,
  misled: true,
  shots: ['mark'],
} satisfies Method;
