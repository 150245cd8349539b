import type { Metres } from '../../units';
import { circle } from './circle';
import type { Limit, Sampling, SamplingKind, SamplingRule } from './define';
import { nested } from './nested';
import { point } from './point';

/** Every kind of rule. A new one is a file beside this and a line here. */
const SAMPLINGS: { readonly [K in SamplingKind]: Sampling<K> } = { circle, nested, point };
export const SAMPLING_KINDS = Object.keys(SAMPLINGS) as SamplingKind[];

/**
 * Refuses a rule that can't be one.
 * @param rule how trees come into the sample
 * @throws DomainError `out-of-range`
 */
export const checkRule = (rule: SamplingRule): void => (SAMPLINGS[rule.kind] as Sampling<SamplingKind>).check(rule);

/**
 * How far from the centre a tree may stand and be in.
 * @param rule how trees come into the sample
 * @param dbh diameter at breast height, metres, above 0
 * @returns null where the rule does not look for trees so thin
 * @example limitOf({ kind: 'point', factor: 4, units: 'metric' }, metres(0.4))?.distance // 10
 */
export const limitOf = (rule: SamplingRule, dbh: Metres): Limit | null => (SAMPLINGS[rule.kind] as Sampling<SamplingKind>).limit(rule, dbh);
