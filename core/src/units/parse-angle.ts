import { normalise } from './parse-length';
import type { AngleScale } from './scale';
import { checkScaleRange, readingOf, tangentOf } from './scale';

export type ParsedAngle =
  | { readonly ok: true; readonly value: number; readonly scale: AngleScale; readonly signed: boolean; readonly echo: string }
  | { readonly ok: false; readonly reason: string };

const ANGLE = /^([+\-▲▼])?\s*(\d+(?:[.,]\d*)?|[.,]\d+)\s*(°|deg|%|pct|\/\s*(\d+(?:[.,]\d+)?))?$/i;

/**
 * Reads one sighting: `-15`, `▼15`, `41.5°`, `86 %`, `+58/66`, `27,5/20` (the 20 m scale).
 * @param text as typed; no sign means above the eye, as instruments print it
 * @param scale the scale of the field, meant when the text names none
 * @returns the reading on its scale with its sign, whether a sign was typed, and an echo; or the reason it is refused
 * @example parseAngle('▼15', { kind: 'percent' }).value // -15
 */
export function parseAngle(text: string, scale: AngleScale): ParsedAngle {
  const shown = text.trim();
  if (shown === '') return { ok: false, reason: 'Nothing is typed yet: a sighting is wanted, for example 80 or −15.' };
  const m = ANGLE.exec(normalise(text));
  if (!m) {
    return { ok: false, reason: `“${shown}” is not a sighting: a number with + or −, and if need be °, % or /20 for its scale.` };
  }
  const magnitude = Number((m[2] as string).replace(',', '.'));
  const value = m[1] === '-' || m[1] === '▼' ? -magnitude : magnitude;
  const said = scaleOf(m[3], m[4]) ?? scale;
  const refusal = checkScaleRange(value, said);
  if (refusal) return { ok: false, reason: refusal };
  return { ok: true, value, scale: said, signed: m[1] !== undefined, echo: echoAngle(value, said) };
}

/**
 * A sighting as it is shown everywhere: signed, with its scale.
 * @param value as read
 * @param scale it is read on
 * @returns the figure with its sign and scale; of a dial what it means too
 * @example echoAngle(-7, { kind: 'percent' }) // '−7 %'
 */
export function echoAngle(value: number, scale: AngleScale): string {
  const sign = value > 0 ? '+' : value < 0 ? '−' : '';
  const n = `${sign}${Math.abs(value)}`;
  if (scale.kind === 'dial') {
    const degrees = Math.round(readingOf(tangentOf(value, scale), { kind: 'degree' }) * 10) / 10;
    return `${value} on the dial = ${echoAngle(degrees, { kind: 'degree' })}`;
  }
  if (scale.kind === 'degree') return `${n}°`;
  if (scale.kind === 'percent') return `${n} %`;
  return scale.kind === 'topographic' ? `${n} /66` : `${n} /${scale.distance}`;
}

function scaleOf(suffix: string | undefined, distance: string | undefined): AngleScale | null {
  if (suffix === undefined) return null;
  if (suffix === '%' || suffix.toLowerCase() === 'pct') return { kind: 'percent' };
  if (distance === undefined) return { kind: 'degree' };
  const s = Number(distance.replace(',', '.'));
  return s === 66 ? { kind: 'topographic' } : { kind: 'fixed', distance: s };
}
