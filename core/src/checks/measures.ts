import { agreementMeasures } from './determinations';
import type { CheckInput, Measure } from './finding';
import { footMeasures } from './measure-foot';
import { armMeasures, distanceMeasures, growthMeasures, reachMeasures, slendernessMeasures } from './measure-tree';

/** Everything of a tree that has a band. A new quantity is a function beside these and a line here. */
const QUANTITIES: readonly ((input: CheckInput) => readonly Measure[])[] = [
  footMeasures,
  distanceMeasures,
  slendernessMeasures,
  growthMeasures,
  reachMeasures,
  armMeasures,
  agreementMeasures,
];

/** Everything of a tree that has a band, each held against what clean trees show. */
export function measuresOf(input: CheckInput): readonly Measure[] {
  const all: Measure[] = [];
  for (const quantity of QUANTITIES) all.push(...quantity(input));
  return all;
}
export const isAlarm = (m: Measure): boolean => Math.abs(m.z) > m.limit;
