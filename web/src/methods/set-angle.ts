import type { Method } from './define';
import { type Draft, no, number } from './typed';

function angleSet(text: string): Draft {
  const ratio = /^\s*([\d.,]+)\s*[:/]\s*([\d.,]+)\s*$/.exec(text);
  if (ratio) {
    const [rise, run] = [number(ratio[1] ?? ''), number(ratio[2] ?? '')];
    if (rise && run && rise > 0 && run > 0) return { ok: true, echo: `${rise} : ${run}`, read: { kind: 'set-angle', rise, run } };
    return no(`“${text.trim()}”: rise and run must be above 0, for example 1:2.`);
  }
  const angle = number(text.replace('°', ''));
  if (angle === null || !(angle > 0 && angle < 80))
    return no(`“${text.trim()}” is no set angle: degrees above 0 and under 80, or rise and run as 1:2.`);
  const rise = Number(Math.tan((angle * Math.PI) / 180).toPrecision(12));
  return { ok: true, echo: `${angle}° = ${Math.round(rise * 1000) / 1000} : 1`, read: { kind: 'set-angle', rise, run: 1 } };
}

export const setAngle = {
  name: 'One set angle',
  short: 'set angle',
  when: 'walk until the tip stands on 45° or another set angle',
  formula: 'H = D · rise / run + mark height',
  steps: () => ['set-angle', 'mark-height'],
  own: {
    'set-angle': {
      title: 'Set angle',
      short: 'set angle',
      ask: 'Walk until the instrument points at the tip: which angle is it set to? 45, or 1:2.',
      pad: 'ratio',
      draft: angleSet,
      often: ['45', '1:2', '2:1'],
      cautions: ['walk-back'],
    },
  },
  distant: true,
  optional: ['mark-height'],
  leans: true,
} satisfies Method;
