/** Standard errors of readings, until the person's own kit says better. Angles in radians, the rest as named. */
export interface ReadingErrors {
  /** Of one angle sighting, radians. */
  readonly angle: number;
  /** Of a level tape, as a share of the distance. */
  readonly levelDistance: number;
  /** Of a tape laid along the ground, as a share of the distance. */
  readonly slopeDistance: number;
  /** Of a diameter or girth by tape, one length, metres as read. */
  readonly diameter: number;
  /** Of one caliper reading, metres. */
  readonly caliper: number;
  /** Of a diameter by Biltmore stick, one face, as a share. */
  readonly biltmore: number;
  /** Of a diameter by angle or bands from afar, as a share. */
  readonly optical: number;
  /** Of a diameter by eye, as a share. */
  readonly estimate: number;
  /** Of one paced distance without a calibration of one's own, as a share. */
  readonly pace: number;
  /** Of one laser shot: its distance, metres, and its angle, radians; an ultrasonic shot's angle is as good. */
  readonly laserDistance: number;
  readonly laserAngle: number;
  /** Of an ultrasonic distance that was checked today, as a share. */
  readonly ultrasonic: number;
  /** Of a fixed-base rangefinder's distance, as a share. */
  readonly fixedBase: number;
  /** Of a protractor with a string: dials, included and set angles, radians. */
  readonly protractor: number;
  /** Of a height by an upright stick, by its log scale, by shadow, as an instrument reported it, and along the tree itself, as shares. */
  readonly stick: number;
  readonly shadow: number;
  readonly device: number;
  readonly direct: number;
  /** Of a lean that somebody judged, radians. */
  readonly lean: number;
  /** Of an eye-height figure, metres. */
  readonly eyeHeight: number;
  /** Of a bearing by hand compass, radians, and of a distance that somebody judged, as a share. */
  readonly compass: number;
  readonly byEye: number;
}

/**
 * Optical clinometer ±0.25°, level tape 0.1 %, slope tape 0.3 %, diameter tape ±0.2 cm, caliper ±0.3 cm, Biltmore stick
 * 4 %, paces 4 %, laser ±0.15 m and ±0.2°, ultrasonic 1 %, protractor ±1°, stick 5 %, shadow 4 %. For optical diameters
 * and fixed-base rangefinders (3 %), the eye (15 %), reported heights (2 %), a height along the tree (0.3 %, as a tape
 * along a slope), a lean by eye (±2°), a bearing by hand compass (±2°) and a distance by eye (20 %) the literature gives no
 * one figure: these are careful ones.
 * @source docs/methods.md, typical errors
 */
export const TYPICAL_ERRORS: ReadingErrors = Object.freeze({
  angle: (0.25 * Math.PI) / 180,
  levelDistance: 0.001,
  slopeDistance: 0.003,
  diameter: 0.002,
  caliper: 0.003,
  biltmore: 0.04,
  optical: 0.03,
  estimate: 0.15,
  pace: 0.04,
  laserDistance: 0.15,
  laserAngle: (0.2 * Math.PI) / 180,
  ultrasonic: 0.01,
  fixedBase: 0.03,
  protractor: Math.PI / 180,
  stick: 0.05,
  shadow: 0.04,
  device: 0.02,
  direct: 0.003,
  lean: (2 * Math.PI) / 180,
  eyeHeight: 0.1,
  compass: (2 * Math.PI) / 180,
  byEye: 0.2,
});

/** Eye height assumed of a person who has not given one, metres; shown as an assumption wherever it is used. */
export const ASSUMED_EYE_HEIGHT = 1.6;

/**
 * Typical errors of tools that are judged by a better one, as shares of the diameter; a person's own pairs refine them.
 * A caliper's ±0.3 cm is taken of a stem of 30 cm.
 */
export const TYPICAL_SHARES = Object.freeze({
  estimate: TYPICAL_ERRORS.estimate,
  'biltmore-stick': TYPICAL_ERRORS.biltmore,
  optical: TYPICAL_ERRORS.optical,
  caliper: TYPICAL_ERRORS.caliper / 0.3,
});
export type JudgedTool = keyof typeof TYPICAL_SHARES;
