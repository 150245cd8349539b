import {
  type LengthUnit,
  type Metres,
  metres,
  parseAngle,
  parseBearing,
  parseLength,
  type Reading,
  TYPICAL_ERRORS,
  tangentOf,
  type UnitSystem,
} from '@arbolito/core';
import { type InclusionFound, inclusionOf, type Standpoint, standsAt } from '../../book/inclusion';
import type { PLACED_BY, PlaceInput } from '../../contract/sampling';

export type PlacedBy = (typeof PLACED_BY)[number];

/** What is typed and chosen of a tree on a plot. */
export interface TreeForm {
  readonly species: string | null;
  readonly diameter: string;
  /** Whether the diameter is taped, or judged. */
  readonly tool: 'diameter-tape' | 'estimate';
  readonly bearing: string;
  readonly distance: string;
  readonly elevation: string;
  readonly along: PlaceInput['along'];
  readonly to: PlaceInput['to'];
  readonly by: PlacedBy;
}
export const EMPTY_FORM: TreeForm = {
  species: null,
  diameter: '',
  tool: 'diameter-tape',
  bearing: '',
  distance: '',
  elevation: '',
  along: 'level',
  to: 'axis',
  by: 'tape',
};

export type TypedField = 'diameter' | 'bearing' | 'distance' | 'elevation';

/** What the form comes to so far. */
export interface MeantTree {
  readonly refusals: Partial<Record<TypedField, string>>;
  /** The diameter as it will be kept; null while none is typed. */
  readonly read: (Reading & { readonly kind: 'diameter' }) | null;
  readonly dbh: Metres | null;
  readonly place: PlaceInput | null;
  readonly bearing: number | null;
  /** Whether it is in; null while something for that is not typed. */
  readonly found: InclusionFound | null;
  /** Where it stands about the centre; null while it is not placed. */
  readonly at: { readonly x: number; readonly y: number } | null;
  /** What is odd about it, as a question. */
  readonly asks: string | null;
}

/** A distance no plot has: typed, it is another unit or a slip. */
const FARTHEST = 3;

/**
 * What is typed of a tree on a plot: refused field by field, or a diameter and a place, and whether it is in.
 * @param sample what judges the plot's trees; null where nobody said how large the plot is
 */
export function meantTree(form: TreeForm, units: UnitSystem, sample: Standpoint | null): MeantTree {
  const refusals: Partial<Record<TypedField, string>> = {};
  const diameter = typed(form.diameter, (t) => parseLength(t, units === 'us' ? 'in' : 'cm'));
  const distance = typed(form.distance, (t) => parseDistance(t, units === 'us' ? 'ft' : 'm'));
  const bearing = typed(form.bearing, (t) => parseBearing(t));
  const elevation = form.along === 'sight' ? typed(form.elevation, (t) => parseAngle(t, { kind: 'degree' })) : null;
  for (const [field, read] of Object.entries({ diameter, distance, bearing, elevation })) {
    if (read && !read.ok) refusals[field as TypedField] = read.reason;
  }
  const dbh = diameter?.ok ? diameter.metres : null;
  if (diameter?.ok && !(diameter.metres > 0 && diameter.metres <= 15)) refusals.diameter = 'A diameter above 0 and up to 15 m.';
  const degrees = bearing?.ok ? bearing.degrees : null;
  const place: PlaceInput | null = distance?.ok
    ? {
        value: distance.value,
        unit: distance.unit,
        along: form.along,
        to: form.to,
        by: form.by,
        ...(degrees === null ? {} : { bearing: degrees }),
        ...(elevation?.ok ? { elevation: elevationOf(elevation) } : {}),
      }
    : null;
  const wrong = Object.keys(refusals).length > 0;
  const read =
    diameter?.ok && !refusals.diameter
      ? ({ kind: 'diameter', tool: form.tool, value: diameter.value, unit: diameter.unit } as const)
      : null;
  const sigma = form.tool === 'estimate' ? TYPICAL_ERRORS.estimate * (dbh ?? 0) : TYPICAL_ERRORS.diameter;
  const found =
    sample && place && read && dbh !== null && !wrong
      ? inclusionOf({ unrounded: dbh, sigmaUnrounded: metres(sigma) }, sample, place, TYPICAL_ERRORS)
      : null;
  const at = sample && place && !wrong ? standsAt(sample, place, dbh) : null;
  return { refusals, read, dbh, place: wrong ? null : place, bearing: degrees, found, at, asks: found?.ok ? farOff(found.value) : null };
}

/** A tree may stand on the very centre; elsewhere a length of nothing is none. */
const parseDistance = (text: string, unit: LengthUnit) =>
  /^0+([.,]0*)?\s*(m|ft|cm|in)?$/.test(text.trim()) ? ({ ok: true, value: 0, unit, metres: metres(0) } as const) : parseLength(text, unit);

type Parsed = { readonly ok: true } | { readonly ok: false; readonly reason: string };
const typed = <P extends Parsed>(text: string, parse: (text: string) => P): P | null => (text.trim() === '' ? null : parse(text));

/** Degrees from level. */
const elevationOf = (angle: Extract<ReturnType<typeof parseAngle>, { ok: true }>) =>
  (Math.atan(tangentOf(angle.value, angle.scale)) * 180) / Math.PI;

/** A distance several times the limit is no tree of this plot that somebody wonders about. */
function farOff({ distance, limit }: { readonly distance: number; readonly limit: number }): string | null {
  if (distance < FARTHEST * limit || distance < 10) return null;
  return `That is ${Math.round(distance / limit)} times as far as the plot reaches: is it the distance, and in this unit?`;
}
