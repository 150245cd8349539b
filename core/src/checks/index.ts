import { baseSight } from './base-sight';
import { closeStation } from './close-station';
import type { Check, CheckInput, Finding } from './finding';
import { orderOnStem } from './order-on-stem';
import { slenderness } from './slenderness';
import { steepSight } from './steep-sight';

/** Every check. A new one is a file beside these and a line here; earlier lines win among equals. */
const CHECKS: readonly Check[] = [orderOnStem, baseSight, slenderness, closeStation, steepSight];

const RANK = { wrong: 0, doubt: 1, advice: 2 } as const;

/**
 * Everything that looks wrong with a tree, the most serious first.
 * @param input readings, what was derived from them, protocol and species
 * @returns findings; none when all is well
 */
export function checkTree(input: CheckInput): readonly Finding[] {
  return CHECKS.flatMap((check) => check(input)).sort((a, b) => RANK[a.severity] - RANK[b.severity]);
}

export type { CheckInput, Finding, FindingTarget } from './finding';
