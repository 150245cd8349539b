import { formatNumber, metres, showHeight } from '../units';
import type { Check } from './finding';

const TOLERANCE = 3.3;
/** Faster than this, metres a year, hardly any tree grows up. */
const FASTEST = 1.5;

/** A total height against the last visit: trees neither shrink nor shoot up, but tops break. */
export const heightSinceThen: Check = ({ result, previousHeight: before, protocol }) => {
  if (!before || !result.height.ok) return [];
  const { value, sigma } = result.height.value;
  const apart = TOLERANCE * Math.hypot(sigma, before.sigma);
  const grown = value - before.height;
  if (grown >= -apart && grown <= FASTEST * before.years + apart) return [];
  const then = `${showHeight(metres(before.height), protocol.units)} ${formatNumber(before.years, before.years < 10 ? 1 : 0)} years ago`;
  return [
    {
      code: grown < 0 ? 'height-shrank' : 'height-shot-up',
      target: 'tip',
      severity: 'doubt',
      what: `${showHeight(value, protocol.units)} now, ${then}.`,
      why: grown < 0 ? 'A tree does not shrink: its top broke, or a reading slipped.' : 'Hardly any tree grows so fast.',
      remedy:
        grown < 0
          ? 'Look whether the top is broken; else read tip and distance again.'
          : 'Check the scale, the unit of the distance and both signs.',
    },
  ];
};
