import type { Method } from './define';
import { degrees, pair } from './typed';

export const twoStations = {
  name: 'Two stations',
  short: 'two stations',
  when: 'the tree can’t be reached',
  formula: 'D = baseline · Δ far / (Δ near − Δ far), H = D · Δ near, Δ = t tip − t base',
  steps: () => ['tip', 'base', 'baseline', 'far-tip', 'far-base'],
  own: {
    baseline: {
      title: 'Baseline',
      short: 'baseline',
      ask: 'Step straight back, in line with the tree, and tape how far. A second number is the slope of the tape.',
      pad: 'pair',
      draft: (text, p) =>
        pair(text, p, 'a length, and if the tape slopes its angle in degrees', (l, rest) =>
          rest === null
            ? { kind: 'baseline', ...l, far: 'far' }
            : degrees(rest, (elevation) => ({ kind: 'baseline', ...l, far: 'far', elevation })),
        ),
      unit: 'length',
      cautions: ['walk-back'],
    },
    'far-tip': { title: 'Tip from there', short: 'far tip', ask: 'Sight the same highest point from the second station.' },
    'far-base': { title: 'Base from there', short: 'far base', ask: 'Sight the same foot of the stem from the second station.' },
  },
  sights: true,
  misled: true,
  cautions: { tip: ['walk-back'], base: ['walk-back'], mark: ['walk-back'] },
} satisfies Method;
