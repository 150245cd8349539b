import { DomainError, requireAbove, requireFinite, requireLength } from '../units';

export interface TwoWayCheck {
  /** What the instrument reads when level, degrees, up positive: to be taken off every reading. */
  readonly zero: number;
  /** The true slope from the first mark to the second, degrees. */
  readonly slope: number;
  readonly passed: boolean;
}
/** A clinometer whose zero is off by more has failed: a quarter of a degree is what it is trusted to. */
export const ZERO_ALLOWED = 0.25;

/**
 * The zero error of an angle instrument from sighting both ways between two marks at the same height above the ground.
 * The true angles are opposite, so their mean is the instrument's own.
 * @param forward and @param back as read, degrees, strictly between −90 and 90
 * @param allowed degrees, above 0
 * @returns the zero error in degrees, and whether it is within what is allowed
 * @throws DomainError `out-of-range`, `not-finite`
 * @source δ = (θ₁₂ + θ₂₁)/2
 * @example twoWayCheck(3.5, -2.5).zero // 0.5
 */
export function twoWayCheck(forward: number, back: number, allowed = ZERO_ALLOWED): TwoWayCheck {
  for (const a of [forward, back]) {
    requireFinite('sight between the marks', a);
    if (Math.abs(a) >= 90) throw new DomainError('out-of-range', 'sight between the marks', a, 'degrees strictly between −90 and 90');
  }
  requireAbove('allowed zero error', allowed);
  const zero = (forward + back) / 2;
  return { zero, slope: (forward - back) / 2, passed: Math.abs(zero) <= allowed + 1e-9 };
}

export interface BaseCheck {
  /** True over read: every distance is multiplied by it. */
  readonly factor: number;
  readonly passed: boolean;
}
/** An ultrasonic distance is trusted to one part in a hundred. */
export const BASE_ALLOWED = 0.01;

/**
 * A check of an instrument that measures distances on a taped base, usually 10 m, at the day's temperature.
 * @param taped and @param read metres, above 0
 * @param allowed as a share
 * @returns true over read, and whether it is within what is allowed
 * @throws DomainError `out-of-range`
 * @example baseCheck(10, 10.18).passed // false
 */
export function baseCheck(taped: number, read: number, allowed = BASE_ALLOWED): BaseCheck {
  requireLength('taped base', taped);
  requireLength('reading', read);
  const factor = taped / read;
  return { factor, passed: Math.abs(factor - 1) <= allowed + 1e-9 };
}

/**
 * Speed of sound in dry air.
 * @param celsius from −60 to 60
 * @returns metres a second
 * @throws DomainError `out-of-range`
 * @source v = 331.3·√(1 + T/273.15)
 * @example speedOfSound(20).toFixed(1) // '343.2'
 */
export function speedOfSound(celsius: number): number {
  if (!(celsius >= -60 && celsius <= 60)) throw new DomainError('out-of-range', 'temperature', celsius, 'from −60 to 60 °C');
  return 331.3 * Math.sqrt(1 + celsius / 273.15);
}

/**
 * What an ultrasonic distance calibrated at one temperature is worth at another: true over read.
 * @param calibrated and @param now °C
 * @returns above 1 where it is warmer now: the sound comes back sooner and reads short
 * @example temperatureFactor(10, 20).toFixed(3) // '1.018'
 */
export function temperatureFactor(calibrated: number, now: number): number {
  return speedOfSound(now) / speedOfSound(calibrated);
}
