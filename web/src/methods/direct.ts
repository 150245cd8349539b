import { parseLengths } from '@arbolito/core';
import { type Preferences, tapeUnits } from '../field/preferences';
import type { Method } from './define';
import type { Draft } from './typed';

function along(text: string, p: Preferences): Draft {
  const parts = parseLengths(text, tapeUnits(p).length, 21);
  if (!parts.ok) return parts;
  const [value = 0, ...more] = parts.values;
  return {
    ok: true,
    echo: parts.echo,
    read: { kind: 'direct-height', target: 'tip', along: 'stem', value, ...(more.length > 0 ? { more } : {}), unit: parts.unit },
  };
}

export const direct = {
  name: 'Along the tree',
  short: 'direct',
  when: 'a pole, a tape dropped from the top, the felled stem',
  formula: 'measured along the tree',
  steps: () => ['direct'],
  own: {
    direct: {
      title: 'Height along the tree',
      short: 'height',
      ask: 'Measure along the tree; parts with + between them.',
      pad: 'diameter',
      draft: along,
      unit: 'length',
      cautions: ['limits', 'lines'],
    },
  },
  leans: true,
} satisfies Method;
