import { showPom } from '../stem/index';
import { formatNumber, METRES_PER_FOOT, metres, metresPerLength, showHeight } from '../units';
import type { Check, Finding } from './finding';

/** No tree is known to have stood taller, metres. */
const TALLEST = 116;

/** A total height that no tree has: above the tallest known, under its own tape, or lost in its own error. */
export const heightInRange: Check = ({ result, protocol: { units } }) => {
  const { height, dbh } = result;
  if (!height.ok) return [];
  const { value, sigma } = height.value;
  const finding = (code: string, severity: Finding['severity'], what: string, why: string, remedy: string): Finding[] => [
    { code, target: 'tip', severity, what, why, remedy },
  ];
  if (value - 2 * sigma > TALLEST) {
    const inFeet =
      units === 'metric' && value * METRES_PER_FOOT <= TALLEST
        ? ` Had the lengths been read in feet it would be ${showHeight(metres(value * METRES_PER_FOOT), units)}.`
        : '';
    return finding(
      'height-out-of-range',
      'wrong',
      `${showHeight(value, units)} is taller than any tree known.`,
      `None stands above ${showHeight(metres(TALLEST), units)}.${inFeet}`,
      'Check the scale, the unit of the distance and both signs.',
    );
  }
  if (dbh.ok && dbh.value.pom >= value) {
    return finding(
      'tip-below-tape',
      'wrong',
      `The tip comes out at ${showHeight(value, units)}, the tape lay at ${showPom(dbh.value.pom, units)}.`,
      'A tree is taller than the place where its diameter was read.',
      'Check the scale and both signs.',
    );
  }
  if (2 * sigma < value) return [];
  const per = metresPerLength(units);
  return finding(
    'height-lost-in-error',
    'doubt',
    `${showHeight(value, units)} ± ${formatNumber(sigma / per, 1)}: the error is as large as the height.`,
    'So measured, it may be any height.',
    'Measure it once more, from farther away or another way.',
  );
};
