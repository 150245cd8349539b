import type { BoardFeet, Feet, Inches } from '../../units';

/** A rule that says how many board feet a log holds. */
export interface LogRule {
  readonly name: string;
  /** Where there is little room. */
  readonly short: string;
  /** By the diameter inside bark at the small end and the length; not rounded. */
  readonly boardFeet: (smallEnd: Inches, length: Feet) => BoardFeet;
}
