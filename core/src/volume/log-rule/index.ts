import type { LogRule } from './define';
import { doyle, doyleRule } from './doyle';
import { international, internationalRule } from './international';
import { scribner, scribnerRule } from './scribner';

/** Every log rule, the one that is shown first before the others. A new rule is a file beside these and a line here. */
export const LOG_RULES = Object.freeze({ doyle: doyleRule, scribner: scribnerRule, international: internationalRule }) satisfies Record<
  string,
  LogRule
>;
export type LogRuleName = keyof typeof LOG_RULES;
export const LOG_RULE_NAMES = Object.keys(LOG_RULES) as LogRuleName[];

export type { LogRule } from './define';
export { doyle, international, scribner };
