import { fromMetres, type LengthUnit } from './convert';
import { parseLength } from './parse-length';

export type ParsedLengths =
  | { readonly ok: true; readonly values: readonly number[]; readonly unit: LengthUnit; readonly echo: string }
  | { readonly ok: false; readonly reason: string };

/**
 * Reads one or more lengths with + (or &) between them: `128`, `150+28.5`, `41.2 + 43`. Units may differ.
 * @param text as typed
 * @param unit the unit of the field, meant where the text names none
 * @param most how many lengths one reading may have
 * @returns the values in the unit of the first, and an echo; or the reason it is refused
 * @example parseLengths('150+28.5', 'cm', 9).values // [150, 28.5]
 */
export function parseLengths(text: string, unit: LengthUnit, most: number): ParsedLengths {
  const parts = text.split(/[+&]/);
  if (parts.length > most) {
    return {
      ok: false,
      reason:
        most === 1
          ? `“${text.trim()}” is more than one reading: one at a time here.`
          : `“${text.trim()}” is ${parts.length} readings: at most ${most} at once here.`,
    };
  }
  const values: number[] = [];
  const echoes: string[] = [];
  let first: LengthUnit | null = null;
  for (const part of parts) {
    const length = parseLength(part, unit);
    if (!length.ok) return length;
    if (!(length.value > 0)) return { ok: false, reason: `“${text.trim()}”: every length must be above 0.` };
    first ??= length.unit;
    values.push(length.unit === first ? length.value : Number(fromMetres(length.metres, first).toPrecision(12)));
    echoes.push(length.echo);
  }
  return { ok: true, values, unit: first ?? unit, echo: echoes.join(' + ') };
}
