import { caliperPair } from './caliper-pair';
import { determinations } from './determinations';
import { diameterAgreement } from './diameter-agreement';
import type { Check, CheckInput, Finding } from './finding';
import { deviceDistance, deviceMark, shadowGap, stickInHand, uncheckedToday } from './gear';
import { heightInRange } from './height-range';
import { levelBase } from './level-base';
import { orderOnStem } from './order-on-stem';
import { outOfLine } from './out-of-line';
import { secondReading } from './second-reading';
import { levelOnSlope, repeatedDistances, repeatedShots } from './sights';
import { broadCrown, leaningStem, standBetter } from './stand-better';
import { pastScaleEnd, steepSight } from './steep-sight';
import { stems } from './stems';
import { tapePlace } from './tape-place';
import { upperDiameters } from './upper-diameters';

/** Every check. A new one is a file beside these and a line here; earlier lines win among equals. */
const CHECKS: readonly Check[] = [
  orderOnStem,
  upperDiameters,
  caliperPair,
  tapePlace,
  outOfLine,
  repeatedShots,
  repeatedDistances,
  pastScaleEnd,
  levelOnSlope,
  stickInHand,
  shadowGap,
  deviceMark,
  deviceDistance,
  uncheckedToday,
  determinations,
  heightInRange,
  diameterAgreement,
  stems,
  standBetter,
  broadCrown,
  leaningStem,
  steepSight,
  levelBase,
  secondReading,
];

const RANK = { wrong: 0, doubt: 1, advice: 2 } as const;

/**
 * Everything that looks wrong with a tree, the most serious first.
 * @param input readings, what was derived from them, protocol and species
 * @returns findings; none when all is well
 */
export function checkTree(input: CheckInput): readonly Finding[] {
  const all: Finding[] = [];
  for (const check of CHECKS) all.push(...check(input));
  // two checks may see the same slip: it is said once
  const once = all.filter((f, i) => all.findIndex((g) => g.code === f.code && (g.stem ?? '') === (f.stem ?? g.stem ?? '')) === i);
  return byGravity(once);
}

/** The most serious first, otherwise in the order given. */
export const byGravity = (findings: readonly Finding[]): readonly Finding[] =>
  findings.toSorted((a, b) => RANK[a.severity] - RANK[b.severity]);

export type { CheckInput, Finding, FindingTarget, PreviousDiameter, PreviousHeight } from './finding';
export { roomAt, standAtFirst, standFor } from './standing';
export { checkSurvey, type HeightHabit, heightHabit, type SurveyedTree } from './survey';
