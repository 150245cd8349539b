import { agreementMeasures } from './determinations';
import type { CheckInput, Finding } from './finding';
import { footMeasures } from './measure-foot';
import { armMeasures, distanceMeasures, growthMeasures, reachMeasures, slendernessMeasures } from './measure-tree';

/**
 * One quantity of a tree held against what clean trees show: how far off it is, in standard deviations, and how far
 * hardly any clean tree is.
 */
export interface Measure {
  readonly z: number;
  /** Past this it is an alarm; infinite where it only helps to tell which slip it was. */
  readonly limit: number;
  /** What is said where no usual slip explains it. */
  readonly finding: () => Omit<Finding, 'severity'>;
}

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

export const measuresOf = (input: CheckInput): readonly Measure[] => QUANTITIES.flatMap((q) => q(input));
export const isAlarm = (m: Measure): boolean => Math.abs(m.z) > m.limit;
