import { type LengthUnit, toMetres } from './convert';
import type { Metres } from './quantity';

export type ParsedLength =
  | { readonly ok: true; readonly value: number; readonly unit: LengthUnit; readonly metres: Metres; readonly echo: string }
  | { readonly ok: false; readonly reason: string };

const NUMBER = String.raw`(?:\d+(?:[.,]\d*)?|[.,]\d+)`;
const FRACTION = String.raw`(?:(?:\d+[ -]+)?\d+\/\d+)`;
const INCHES = `(${FRACTION}|${NUMBER})`;
const FOOT_INCH = new RegExp(`^(${NUMBER})\\s*(?:'|ft|feet|foot)\\s*(?:${INCHES}\\s*(?:"|''|in|inch|inches)?)?$`, 'i');
const BARE_FOOT_INCH = new RegExp(`^(\\d+)\\s+${INCHES}$`);
const WITH_UNIT = new RegExp(`^(${FRACTION}|${NUMBER})\\s*("|''|in|inch|inches|m|cm|mm|ch|chain|chains)?$`, 'i');

const UNIT_WORDS: Record<string, LengthUnit> = {
  '"': 'in',
  "''": 'in',
  in: 'in',
  inch: 'in',
  inches: 'in',
  m: 'm',
  cm: 'cm',
  mm: 'mm',
  ch: 'chain',
  chain: 'chain',
  chains: 'chain',
};

const no = (reason: string): ParsedLength => ({ ok: false, reason });

/**
 * Reads a length as people say it: `12.4`, `12,4 m`, `143'9"`, `143ft 9`, `17 3/8 in`, and `143 9` (feet and inches)
 * where feet are the unit of the field. The comma is a decimal comma.
 * @param text as typed
 * @param unit the unit of the field, meant when the text names none
 * @returns the value in the unit typed, the same in metres and an echo of what was understood; or the reason it is refused
 * @example parseLength('143\'9"', 'm').value // 143.75
 */
export function parseLength(text: string, unit: LengthUnit): ParsedLength {
  const t = normalise(text);
  if (t === '') return no('Nothing is typed yet: a length is wanted, for example 20 m or 65\'6".');
  if (/^-/.test(t)) return no(`“${text.trim()}” is negative: a length has no sign.`);
  if (tooManySeparators(t)) return no(`“${text.trim()}” has more than one decimal sign: write 12.4 or 12,4, without thousands separators.`);
  const feetInches = FOOT_INCH.exec(t) ?? (unit === 'ft' ? BARE_FOOT_INCH.exec(t) : null);
  if (feetInches) {
    const ft = decimal(feetInches[1] as string);
    const inch = feetInches[2] === undefined ? 0 : fraction(feetInches[2]);
    if (inch === null) return no(`“${text.trim()}”: the fraction divides by zero.`);
    if (feetInches[2] !== undefined && inch >= 12) return no(`“${text.trim()}”: inches after feet must be under 12.`);
    return done(ft + inch / 12, 'ft', feetInches[2] === undefined ? `${ft} ft` : `${ft} ft ${inch} in`);
  }
  const plain = WITH_UNIT.exec(t);
  if (!plain) return no(explain(text.trim(), t));
  const value = fraction(plain[1] as string);
  if (value === null) return no(`“${text.trim()}”: the fraction divides by zero.`);
  const said = plain[2] ? (UNIT_WORDS[plain[2].toLowerCase()] as LengthUnit) : unit;
  return done(value, said, `${value} ${said}`);
}

function done(value: number, unit: LengthUnit, echo: string): ParsedLength {
  if (value > 1e6) return no(`${echo} is out of range: at most 1,000,000.`);
  if (value === 0) return no('A length of 0 measures nothing: type what the tape says.');
  return { ok: true, value, unit, metres: toMetres(value, unit), echo };
}

/** One spelling for the marks phones and keyboards produce. */
export function normalise(text: string): string {
  return text.trim().replace(/[′’‘]/g, "'").replace(/[″“”]/g, '"').replace(/[−–]/g, '-').replace(/\s+/g, ' ');
}

const decimal = (s: string) => Number(s.replace(',', '.'));

function fraction(s: string): number | null {
  const m = /^(?:(\d+)[ -]+)?(\d+)\/(\d+)$/.exec(s);
  if (!m) return decimal(s);
  return Number(m[3]) === 0 ? null : Number(m[1] ?? 0) + Number(m[2]) / Number(m[3]);
}

/** 1.234,5 or 1,2,3: which sign is the decimal one can't be told, so it is refused. */
function tooManySeparators(t: string): boolean {
  return t.split(/[^\d.,]+/).some((n) => n.replace(/\d/g, '').length > 1);
}

function explain(shown: string, t: string): string {
  if (/^[\d.,]+ [\d.,]+$/.test(t)) return `“${shown}” holds two numbers: write one length, with feet and inches as 6'3".`;
  return `“${shown}” is not a length: digits, a decimal point or comma, and m, cm, mm, ft, in or chain, for example 20 m or 65'6".`;
}
