import type { BoardFeet, Feet, Inches } from '../../units';
import { doyle } from './doyle';
import { international } from './international';
import { scribner } from './scribner';

export type LogRule = (smallEnd: Inches, length: Feet) => BoardFeet;

/** Every log rule by its name. A new rule is a file beside these and a line here. */
export const LOG_RULES = Object.freeze({ doyle, scribner, international }) satisfies Record<string, LogRule>;
export type LogRuleName = keyof typeof LOG_RULES;
export const LOG_RULE_NAMES = Object.keys(LOG_RULES) as LogRuleName[];
/** A log by every rule at once, in an object of one shape: this runs for every log of every tree. */
export const byEveryRule = (smallEnd: Inches, length: Feet): Readonly<Record<LogRuleName, BoardFeet>> => ({
  doyle: doyle(smallEnd, length),
  scribner: scribner(smallEnd, length),
  international: international(smallEnd, length),
});
export { doyle, international, scribner };
