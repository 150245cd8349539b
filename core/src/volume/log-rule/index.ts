import type { BoardFeet, Feet, Inches } from '../../units';
import { doyle } from './doyle';
import { international } from './international';
import { scribner } from './scribner';

export type LogRule = (smallEnd: Inches, length: Feet) => BoardFeet;

/** Every log rule by its name. A new rule is a file beside these and a line here. */
export const LOG_RULES = Object.freeze({ doyle, scribner, international }) satisfies Record<string, LogRule>;
export type LogRuleName = keyof typeof LOG_RULES;
export const LOG_RULE_NAMES = Object.keys(LOG_RULES) as LogRuleName[];
export { doyle, international, scribner };
