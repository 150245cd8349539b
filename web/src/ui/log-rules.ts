import { formatNumber, LOG_RULE_NAMES, LOG_RULES, type LogRuleName } from '@arbolito/core';

type ByRule = Readonly<Record<LogRuleName, number>>;
const [first = 'doyle', ...others] = LOG_RULE_NAMES;

/** The rule that is shown first, and its name. */
export const FIRST_RULE = first;
export const MAIN_RULE = LOG_RULES[first].name;
export const byMainRule = (boardFeet: ByRule) => formatNumber(boardFeet[first], 0);
/** The other rules beside it, in words or briefly. */
export const byOtherRules = (boardFeet: ByRule, as: 'name' | 'short') =>
  others.map((rule) => `${LOG_RULES[rule][as]} ${formatNumber(boardFeet[rule], 0)}`).join(' · ');
/** Every rule by its name. */
export const byEveryRule = (boardFeet: ByRule, decimals: number) =>
  LOG_RULE_NAMES.map((rule) => `${LOG_RULES[rule].name} ${formatNumber(boardFeet[rule], decimals)}`).join(', ');
