import { GROUND_REFERENCES } from '../survey/index';
import type { LengthUnit } from '../units';

/** What is common to every reading: an id to speak of it, the stem it was taken of, and the station it was taken from. */
export interface ReadingBase {
  readonly id?: string;
  /** Stems of one tree are told apart by a name, usually their number; left out, it is the first. */
  readonly stem?: string;
  /** Readings of one station belong together and give one determination of a height; left out, they all come from one. */
  readonly station?: string;
  /** Standard error of this one reading by its instrument; radians for angles, metres for lengths. */
  readonly sigma?: number;
}

export const HEIGHT_TARGETS = ['tip', 'crown-base', 'merchantable', 'stump'] as const;
/** The heights a tree has by name; any further point has a name of its own. */
export type TopTarget = (typeof HEIGHT_TARGETS)[number];

/** A length as it was read. */
export interface LengthRead extends ReadingBase {
  readonly value: number;
  readonly unit: LengthUnit;
}

/** What a height reading says of the place it met. */
export interface Aimed {
  /** Of target `point`: what it is, for example `log 2`, `defect`. */
  readonly name?: string;
  /** Where on the ground a base sight met the stem; the protocol's reference when left out. */
  readonly reference?: SightedReference;
}

/** Where on the ground a height can begin: a protocol's references, and the downhill side, where a base may be sighted. */
export const SIGHTED_REFERENCES = [...GROUND_REFERENCES, 'downhill'] as const;
export type SightedReference = (typeof SIGHTED_REFERENCES)[number];

/** How well an instrument's zero is known. */
export interface Zeroed {
  /** Degrees the instrument reads when level, from its two-way check; taken off. */
  readonly zero?: number;
  /** Standard error of that zero, radians: common to every sight of the instrument. */
  readonly sigmaZero?: number;
  /** Which instrument; sights with an error of zero and no instrument named share one. */
  readonly instrument?: string;
}

/** Standard error told as a share of what was read, and a length's own factor from a check on a taped base. */
export interface Ranged {
  readonly sigmaShare?: number;
  /** True over read, from the day's check of the instrument; 1 when left out. */
  readonly factor?: number;
  /** Of ultrasound: the temperature now, and the one at which the instrument was set or checked, °C. */
  readonly celsius?: number;
  readonly checkedCelsius?: number;
}
