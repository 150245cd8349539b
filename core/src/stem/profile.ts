import { DomainError, type Metres, metres, requireAbove } from '../units';

/** Exponent of the profile where nothing is known: between a paraboloid (0.5) and a cone (1). */
export const DEFAULT_FORM = 0.75;

/**
 * Diameter of a stem at a height, from a one-parameter profile through one measured point.
 * @param height above the ground reference, metres, from 0 to the stem's height
 * @param stem its diameter, metres, measured at `pom`, its height, and the exponent: 1 cone, 0.5 paraboloid, 1.5 neiloid
 * @returns metres; says nothing good of the butt flare
 * @throws DomainError `out-of-range`
 * @source d(h) = d·((H − h)/(H − pom))^p
 * @example profileDiameter(metres(1.3), { diameter: metres(0.4), pom: metres(1.3), height: metres(24), form: 0.75 }) // 0.4
 */
export function profileDiameter(
  height: Metres,
  stem: { readonly diameter: Metres; readonly pom: Metres; readonly height: Metres; readonly form: number },
): Metres {
  requireAbove('diameter', stem.diameter);
  requireAbove('form exponent', stem.form);
  if (!(stem.height > stem.pom)) throw new DomainError('out-of-range', 'height', stem.height, `above the diameter’s own, ${stem.pom} m`);
  if (!(height >= 0 && height <= stem.height))
    throw new DomainError('out-of-range', 'height of the wanted diameter', height, `from 0 to the stem’s own, ${stem.height} m`);
  return metres(stem.diameter * ((stem.height - height) / (stem.height - stem.pom)) ** stem.form);
}

/**
 * Height at which a stem has a diameter, by the same profile: the other way round.
 * @param diameter wanted, metres, from 0 to the measured one
 * @param stem as above
 * @returns metres above the ground reference
 * @throws DomainError `out-of-range`
 * @source h = H − (H − pom)·(d/d_pom)^(1/p)
 * @example profileHeight(metres(0.1), { diameter: metres(0.4), pom: metres(1.3), height: metres(24), form: 0.75 }).toFixed(2) // '20.42'
 */
export function profileHeight(diameter: Metres, stem: Parameters<typeof profileDiameter>[1]): Metres {
  profileDiameter(stem.pom, stem);
  if (!(diameter >= 0 && diameter <= stem.diameter))
    throw new DomainError('out-of-range', 'wanted diameter', diameter, `from 0 to the measured one, ${stem.diameter} m`);
  return metres(stem.height - (stem.height - stem.pom) * (diameter / stem.diameter) ** (1 / stem.form));
}
