import { parseLength } from '@arbolito/core';
import { type Preferences, tapeUnits } from '../field/preferences';
import type { Method } from './define';
import { type Draft, no } from './typed';

/** A length that may lie under the eye. */
function signed(
  text: string,
  p: Preferences,
): { readonly value: number; readonly unit: 'm' | 'ft'; readonly echo: string } | (Draft & { ok: false }) {
  const down = /^[-−▼]/.test(text);
  const read = parseLength(text.replace(/^[-+−▼▲]/, ''), tapeUnits(p).length);
  if (!read.ok) return read;
  const sign = down ? -1 : 1;
  return { value: sign * read.value, unit: read.unit as 'm', echo: `${down ? '−' : ''}${read.echo}` };
}

function above(text: string, p: Preferences): Draft {
  const read = signed(text.trim(), p);
  return 'ok' in read ? read : { ok: true, echo: read.echo, read: { kind: 'from-eye', target: 'tip', value: read.value, unit: read.unit } };
}

/** Below the eye, and beside it how high the mark is where it was read to one. */
function below(text: string, p: Preferences): Draft {
  const [first = '', second, more] = text.trim().split(/\s+/);
  if (more !== undefined) return no('One height below the eye, and beside it the height of the mark, if it was read to one.');
  const read = signed(first, p);
  if ('ok' in read) return read;
  const { value, unit, echo } = read;
  if (second === undefined) return { ok: true, echo, read: { kind: 'from-eye', target: 'base', value, unit } };
  const mark = parseLength(second, tapeUnits(p).length);
  if (!mark.ok) return mark;
  return {
    ok: true,
    echo: `${echo} to a mark at ${mark.echo}`,
    read: { kind: 'from-eye', target: 'mark', value, unit, mark: mark.metres },
  };
}

export const aboveBelow = {
  name: 'Above and below the eye',
  short: 'above/below',
  when: 'the instrument prints heights above and below the eye, as lengths',
  formula: 'H = above the eye − below the eye + mark height',
  steps: () => ['above-below', 'below'],
  own: {
    'above-below': {
      title: 'Above the eye',
      short: 'above',
      ask: 'What height above your eye does the instrument print for the tip? A minus where the tip is below you.',
      draft: above,
      unit: 'length',
      pad: 'pair',
    },
    below: {
      title: 'Below the eye',
      short: 'below',
      ask: 'And for the base? With a minus where it is below you; a second number is the height of the mark, if you read to one.',
      draft: below,
      unit: 'length',
      pad: 'pair',
    },
  },
  distant: true,
  optional: ['distance'],
  leans: true,
} satisfies Method;
