import type { Metres, Radians } from '../../units';
import { circle } from './circle';
import type { Limit, Sampling, SamplingKind, SamplingRule } from './define';
import { nested } from './nested';
import { point } from './point';
import { rectangle } from './rectangle';
import { strip } from './strip';

/** Every kind of rule. A new one is a file beside this and a line here. */
const SAMPLINGS: { readonly [K in SamplingKind]: Sampling<K> } = {
  circle,
  nested,
  rectangle,
  strip,
  point,
};
export const SAMPLING_KINDS = Object.keys(SAMPLINGS) as SamplingKind[];

/**
 * Refuses a rule that can't be one.
 * @param rule how trees come into the sample
 * @throws DomainError `out-of-range`
 */
export const checkRule = (rule: SamplingRule): void => of(rule).check(rule);

/**
 * How far from the centre a tree may stand and be in.
 * @param rule how trees come into the sample
 * @param dbh diameter at breast height, metres, above 0
 * @param bearing from the centre to the tree, radians; null where nobody told it
 * @returns null where the rule does not look for trees so thin
 * @throws DomainError `bearing-needed` for a rectangle without a bearing
 * @example limitOf({ kind: 'point', factor: 4, units: 'metric' }, metres(0.4))?.distance // 10
 */
export const limitOf = (rule: SamplingRule, dbh: Metres, bearing: Radians | null = null): Limit | null =>
  of(rule).limit(rule, dbh, bearing);

/** Land that a plot of a rule covers, m²; null of points and of circles in one another. */
export const areaOfRule = (rule: SamplingRule): number | null => of(rule).area(rule);

/** How trees near the tract's edge are made up for under a rule. */
export const edgeWayOf = (rule: SamplingRule): Sampling<SamplingKind>['edge'] => of(rule).edge;

const of = (rule: SamplingRule) => SAMPLINGS[rule.kind] as Sampling<SamplingKind>;
