/** What is common to every reading: an id to speak of it, the stem it was taken of, and the station it was taken from. */
export interface Taken {
  readonly id?: string;
  /** Stems of one tree are told apart by a name, usually their number; left out, it is the first. */
  readonly stem?: string;
  /** Readings of one station belong together and give one determination of a height; left out, they all come from one. */
  readonly station?: string;
  /** Standard error of this one reading by its instrument; radians for angles, metres for lengths. */
  readonly sigma?: number;
}
