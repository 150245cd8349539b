import { parseLength } from '@arbolito/core';
import { type Preferences, tapeUnits } from '../field/preferences';
import type { Method } from './define';
import { type Draft, pair } from './typed';

function reported(text: string, p: Preferences): Draft {
  return pair(text, p, 'the height it shows, and beside it the distance set in it', (l, rest) => {
    if (rest === null) return { kind: 'device-height', target: 'tip', ...l };
    const set = parseLength(rest, tapeUnits(p).length);
    return set.ok ? { kind: 'device-height', target: 'tip', ...l, setDistance: set.metres } : set;
  });
}

export const device = {
  name: 'As the instrument reports it',
  short: 'reported',
  when: 'the instrument shows a finished height',
  formula: 'as the instrument reported it, taken to the distance used',
  steps: () => ['device', 'base'],
  own: {
    device: {
      title: 'Reported height',
      short: 'reported',
      ask: 'What height does the instrument show? A second number is the distance set in it.',
      pad: 'pair',
      draft: reported,
      unit: 'length',
    },
  },
  distant: true,
  optional: ['base', 'distance'],
  leans: true,
} satisfies Method;
