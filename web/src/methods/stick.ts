import { metres, parseLength, showHeight } from '@arbolito/core';
import { type Preferences, tapeUnits } from '../field/preferences';
import type { Method } from './define';
import { type Draft, no } from './typed';

/** The longest stick in a hand, metres. */
const LONGEST = 2;

/** A stick's length, and a reach beside it where it is not in the kit. */
function stickRead(text: string, p: Preferences): Draft {
  const [first = '', second] = text.trim().split(/\s+/);
  const unit = tapeUnits(p).diameter;
  const read = parseLength(first, unit);
  if (!read.ok) return read;
  if (read.metres > LONGEST) return no(`${read.echo} is longer than any stick in a hand: at most ${showHeight(metres(LONGEST), p.units)}.`);
  if (second === undefined)
    return { ok: true, echo: `${read.echo} of stick`, read: { kind: 'stick', target: 'tip', value: read.value, unit: read.unit } };
  const reach = parseLength(second, unit);
  if (!reach.ok) return reach;
  if (reach.metres < 0.2 || reach.metres > 1.5) return no(`${reach.echo} is no reach from eye to stick: from 20 cm to 150 cm.`);
  return {
    ok: true,
    echo: `${read.echo} of stick at ${reach.echo}`,
    read: { kind: 'stick', target: 'tip', value: read.value, unit: read.unit, reach: reach.metres },
  };
}

export const stick = {
  name: 'Upright stick',
  short: 'stick',
  when: 'a stick in the outstretched hand',
  formula: 'H = stick · D / reach',
  steps: () => ['stick', 'base'],
  own: {
    stick: {
      title: 'Stick',
      short: 'stick',
      ask: 'Hold the stick upright: how much of it covers the tree from base to tip? A second number is your reach.',
      pad: 'pair',
      draft: stickRead,
      unit: 'diameter',
      cautions: ['walk-back'],
    },
  },
  distant: true,
  optional: ['base'],
  leans: true,
} satisfies Method;
