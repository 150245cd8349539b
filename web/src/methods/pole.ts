import type { Method } from './define';
import { length } from './typed';

export const pole = {
  name: 'Pole at the base',
  short: 'pole',
  when: 'a pole of known length beside the stem, no distance',
  formula: 'H = pole · (t tip − t base) / (t pole − t base)',
  steps: () => ['pole', 'base', 'pole-top', 'tip'],
  own: {
    pole: {
      title: 'Pole',
      short: 'pole',
      ask: 'How long is the pole? It stands beside the stem, its foot where the stem meets the ground.',
      draft: (text, p) => length('pole', 30, text, p, (value, unit) => ({ kind: 'pole', value, unit })),
      unit: 'length',
      cautions: ['lines'],
    },
    'pole-top': { title: 'Pole top', short: 'pole top', ask: 'Sight the top of the pole.' },
  },
  sights: true,
  misled: true,
} satisfies Method;
