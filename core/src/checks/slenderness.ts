import { formatNumber, METRES_PER_INCH, metres, showDiameter, showHeight } from '../units';
import type { Check, Finding } from './finding';

/** Height over diameter of trees that stand, forest-grown and open-grown. */
const FOREST = { low: 25, high: 150 } as const;
const OPEN = { low: 8, high: 80 } as const;

/** A height that does not go with its diameter: a girth entered as diameter, inches as centimetres, feet as metres. */
export const slenderness: Check = ({ readings, result, protocol }) => {
  const { dbh, height } = result;
  if (!dbh.ok || !height.ok) return [];
  // a number for several stems is no stem's thickness
  if (result.oneNumber) return [];
  const d = dbh.value.value;
  const ratio = height.value.value / d;
  // street and park work has its own preset, and mid-slope ground goes with it
  const range = protocol.groundReference === 'mid-slope' ? OPEN : FOREST;
  if (ratio >= range.low && ratio <= range.high) return [];
  const shown = `${showHeight(height.value.value, protocol.units)} tall on ${showDiameter(d, protocol.units)}`;
  const finding = (code: string, why: string, remedy: string): Finding[] => [
    { code, target: 'dbh', severity: 'doubt', what: `${shown}: height is ${formatNumber(ratio, 0)} times the diameter.`, why, remedy },
  ];
  const asGirth = ratio * Math.PI;
  if (ratio < range.low && readings.some((r) => r.kind === 'diameter' && r.tool === 'diameter-tape') && asGirth >= range.low) {
    return finding(
      'circumference-as-diameter',
      `As a girth it would be ${showDiameter(metres(d / Math.PI), protocol.units)} thick, which fits.`,
      'Look at the tape: if it was a plain one, say “girth”.',
    );
  }
  const inInches = ratio * (0.01 / METRES_PER_INCH);
  if (ratio > range.high && inInches >= range.low && readings.some((r) => r.kind === 'diameter' && r.unit === 'cm')) {
    return finding('inches-as-centimetres', 'Read in inches it would fit.', 'Look at the tape: inches or centimetres?');
  }
  return finding(
    'slenderness',
    `Trees mostly stand between ${range.low} and ${range.high} times.`,
    'Read the diameter again, and check the unit of the distance.',
  );
};
