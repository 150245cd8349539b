/** Standard errors of readings, until the person's own kit says better. Angles in radians, the rest as named. */
export interface ReadingErrors {
  /** Of one angle sighting, radians. */
  readonly angle: number;
  /** Of a level tape, as a share of the distance. */
  readonly levelDistance: number;
  /** Of a tape laid along the ground, as a share of the distance. */
  readonly slopeDistance: number;
  /** Of a diameter by tape, metres. */
  readonly diameter: number;
  /** Of an eye-height figure, metres. */
  readonly eyeHeight: number;
}

/**
 * Optical clinometer ±0.25°, level tape 0.1 %, slope tape 0.3 %, diameter tape ±0.2 cm.
 * @source docs/methods.md, typical errors
 */
export const TYPICAL_ERRORS: ReadingErrors = Object.freeze({
  angle: (0.25 * Math.PI) / 180,
  levelDistance: 0.001,
  slopeDistance: 0.003,
  diameter: 0.002,
  eyeHeight: 0.1,
});

/** Eye height assumed of a person who has not given one, metres; shown as an assumption wherever it is used. */
export const ASSUMED_EYE_HEIGHT = 1.6;
