/** Which north a bearing counts from. */
export type North = 'true' | 'magnetic' | 'grid';
export const NORTHS: readonly North[] = ['magnetic', 'true', 'grid'];

export type ParsedBearing =
  | { readonly ok: true; readonly degrees: number; readonly echo: string }
  | { readonly ok: false; readonly reason: string };

const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
const PLAIN = new RegExp(`^${NUMBER}\\s*(°|deg|gon|g)?$`, 'i');
const QUADRANT = new RegExp(`^([NS])\\s*${NUMBER}\\s*°?\\s*([EWO])$`, 'i');
const NAMED: Readonly<Record<string, number>> = Object.fromEntries(
  ['n', 'nne', 'ne', 'ene', 'e', 'ese', 'se', 'sse', 's', 'ssw', 'sw', 'wsw', 'w', 'wnw', 'nw', 'nnw'].map((name, i) => [name, i * 22.5]),
);

/**
 * Reads a bearing as people say it: `145`, `145,5°`, `S35E`, `161 gon`, `SE`. Clockwise from north; 360 is 0.
 * @param text as typed
 * @param unit what a bare number means
 * @returns degrees from 0 up to 360 and an echo of what was understood; or the reason it is refused
 * @example parseBearing('S35E').degrees // 145
 */
export function parseBearing(text: string, unit: 'degrees' | 'gon' = 'degrees'): ParsedBearing {
  const t = text.trim();
  const no = (reason: string): ParsedBearing => ({ ok: false, reason });
  if (t === '') return no('Nothing is typed yet: a bearing is wanted, for example 145, S35E or 161 gon.');
  const named = NAMED[t.toLowerCase()];
  if (named !== undefined) return done(named);
  const quadrant = QUADRANT.exec(t);
  if (quadrant) {
    const [, ns = '', digits = '', ew = ''] = quadrant;
    const off = decimal(digits);
    if (off > 90) return no(`“${t}”: off north or south a bearing turns 90° at most.`);
    const east = ew.toUpperCase() === 'E';
    const south = ns.toUpperCase() === 'S';
    return done(south ? (east ? 180 - off : 180 + off) : east ? off : 360 - off);
  }
  const plain = PLAIN.exec(t);
  if (!plain) return no(`“${t}” is no bearing: write degrees from north as 145, a quadrant as S35E, or gons as 161 gon.`);
  const gon = /^g/i.test(plain[2] ?? '') || (plain[2] === undefined && unit === 'gon');
  const value = decimal(plain[1] as string);
  if (value > (gon ? 400 : 360)) return no(`“${t}” is more than a full turn: ${gon ? '0 to 400 gon' : '0 to 360°'}.`);
  return done(gon ? value * 0.9 : value);
}

const decimal = (digits: string) => Number(digits.replace(',', '.'));
function done(degrees: number): ParsedBearing {
  const whole = Number((degrees % 360).toFixed(6));
  return { ok: true, degrees: whole, echo: sayBearing(whole) };
}

/**
 * A bearing as it is said: whole degrees with the point of the compass.
 * @param degrees from north, clockwise
 * @returns for example 145° SE
 * @example sayBearing(145) // '145° SE'
 */
export function sayBearing(degrees: number): string {
  const turn = ((degrees % 360) + 360) % 360;
  const point = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'][Math.round(turn / 45) % 8];
  return `${Number(turn.toFixed(1))}° ${point}`;
}
