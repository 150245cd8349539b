import { formatNumber, LOG_RULE_NAMES, LOG_RULES, type LogRuleName, type ProtocolOptions } from '@arbolito/core';

type ByRule = Readonly<Record<LogRuleName, number>>;
const [FIRST = 'doyle'] = LOG_RULE_NAMES;

/** The rule that is shown first under a protocol. */
export const mainRuleOf = ({ logRule }: Pick<ProtocolOptions, 'logRule'>): LogRuleName => logRule ?? FIRST;
/** All rules, that one first. */
export const rulesFrom = (first: LogRuleName): readonly LogRuleName[] => [first, ...LOG_RULE_NAMES.filter((r) => r !== first)];

export const byRule = (boardFeet: ByRule, rule: LogRuleName) => formatNumber(boardFeet[rule], 0);
/** The other rules beside it, in words or briefly. */
export const byOtherRules = (boardFeet: ByRule, first: LogRuleName, as: 'name' | 'short') =>
  rulesFrom(first)
    .slice(1)
    .map((rule) => `${LOG_RULES[rule][as]} ${formatNumber(boardFeet[rule], 0)}`)
    .join(' · ');
/** Every rule by its name. */
export const byEveryRule = (boardFeet: ByRule, decimals: number) =>
  LOG_RULE_NAMES.map((rule) => `${LOG_RULES[rule].name} ${formatNumber(boardFeet[rule], decimals)}`).join(', ');
