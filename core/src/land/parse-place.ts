import { DomainError } from '../units';
import type { Position } from './geo-area';
import { fromUtm } from './utm';

export type ParsedPlace =
  | { readonly ok: true; readonly position: Position; readonly echo: string }
  | { readonly ok: false; readonly reason: string };

const UTM = /^(\d{1,2})\s*([C-HJ-NP-X])\s+(\d+(?:[.,]\d+)?)\s*m?\s*E?[\s,;]+(\d+(?:[.,]\d+)?)\s*m?\s*N?$/i;
const PART = String.raw`([+-]?\d+(?:[.,]\d+)?)\s*°?\s*(?:(\d+(?:[.,]\d+)?)\s*['′]\s*)?(?:(\d+(?:[.,]\d+)?)\s*["″]\s*)?`;
const LETTERED = new RegExp(`^${PART}([NS])[\\s,;]+${PART}([EWO])$`, 'i');
const BARE = /^([+-]?\d+(?:\.\d+)?)\s*°?\s*(?:[,;]\s*|\s+)([+-]?\d+(?:\.\d+)?)\s*°?$/;

const no = (reason: string): ParsedPlace => ({ ok: false, reason });

/**
 * Reads where something lies as people write it: latitude and longitude in degrees (`40.4123, -4.2071`), with letters and
 * minutes (`40° 24' 44" N 4° 12' 26" W`), or UTM on WGS 84 (`30T 397650 4474210`).
 * @param text as typed
 * @returns degrees, longitude first, with an echo that names each; or the reason it is refused
 */
export function parsePlace(text: string): ParsedPlace {
  const t = text.trim();
  if (t === '') return no('Nothing is typed yet: latitude and longitude are wanted, as 40.4123, -4.2071, or UTM as 30T 397650 4474210.');
  const utm = UTM.exec(t);
  if (utm) return readUtm(t, utm);
  const lettered = LETTERED.exec(t);
  if (lettered) return readLettered(t, lettered);
  const bare = BARE.exec(t);
  if (!bare) return no(`“${t}” is no place: write latitude, longitude as 40.4123, -4.2071, or UTM as 30T 397650 4474210.`);
  return within(t, Number(bare[1]), Number(bare[2]));
}

function readUtm(t: string, [, zone = '', band = '', east = '', north = '']: readonly string[]): ParsedPlace {
  const metres = (digits: string) => Number(digits.replace(',', '.'));
  try {
    const position = fromUtm({ zone: Number(zone), north: band.toUpperCase() >= 'N', easting: metres(east), northing: metres(north) });
    const letter = bandOf(position[1]);
    // a zone with N or S for a hemisphere looks like a band: the place says which was meant
    if (letter !== band.toUpperCase())
      return no(`“${t}” does not lie in band ${band.toUpperCase()} but in ${letter}: look at the northing and the letter.`);
    return done(position);
  } catch (e) {
    if (e instanceof DomainError) return no(`“${t}”: the ${e.quantity} can’t be ${String(e.value)}; it is ${e.expected}.`);
    throw e;
  }
}
const bandOf = (latitude: number) => 'CDEFGHJKLMNPQRSTUVWXX'[Math.floor((latitude + 80) / 8)];

function readLettered(t: string, m: readonly (string | undefined)[]): ParsedPlace {
  const angle = (degrees = '0', minutes = '0', seconds = '0') => {
    const [d, min, s] = [degrees, minutes, seconds].map((x) => Number(x.replace(',', '.'))) as [number, number, number];
    return min >= 60 || s >= 60 || d < 0 ? Number.NaN : d + min / 60 + s / 3600;
  };
  const [latitude, longitude] = [angle(m[1], m[2], m[3]), angle(m[5], m[6], m[7])];
  if (Number.isNaN(latitude) || Number.isNaN(longitude))
    return no(`“${t}”: minutes and seconds are under 60, and the letter says the side: no sign with it.`);
  return within(t, m[4]?.toUpperCase() === 'S' ? -latitude : latitude, m[8]?.toUpperCase() === 'E' ? longitude : -longitude);
}

function within(t: string, latitude: number, longitude: number): ParsedPlace {
  if (Math.abs(latitude) > 90) {
    const turned = Math.abs(longitude) <= 90 ? ' Longitude and latitude may stand the wrong way round.' : '';
    return no(`“${t}”: latitude comes first, from −90 to 90.${turned}`);
  }
  if (Math.abs(longitude) > 180) return no(`“${t}”: longitude is from −180 to 180.`);
  return done([longitude, latitude]);
}

const done = (position: Position): ParsedPlace => ({ ok: true, position, echo: sayPlace(position) });

/**
 * A place as it is said, to a tenth of a metre.
 * @param position degrees
 * @example sayPlace([-4.2071, 40.4123]) // '40.412300° N, 4.207100° W'
 */
export const sayPlace = ([longitude, latitude]: Position): string =>
  `${Math.abs(latitude).toFixed(6)}° ${latitude < 0 ? 'S' : 'N'}, ${Math.abs(longitude).toFixed(6)}° ${longitude < 0 ? 'W' : 'E'}`;
