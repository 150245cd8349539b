import { type LengthUnit, toMetres, UNITS_OF } from '../../units';
import { diameterClass } from '../sampling/index';
import type { CalledDiameter, CalledHeight, LineContext } from './define';

/** A number of a line as it was written. */
export interface NumberWord {
  readonly value: number;
  /** A unit that was named; `logs` of logs. */
  readonly unit: LengthUnit | 'logs' | null;
  readonly byEye: boolean;
  /** The upper limit of a class that is told by its limits. */
  readonly upTo?: number;
}
export type ReadNumber = { readonly ok: true; readonly number: NumberWord } | { readonly ok: false; readonly reason: string };

const SHAPE = /^(~?)([\d.,]+)(cm|mm|in|"|'|ft|m|l|logs?)?$/i;
const FEET_INCHES = /^(~?)(\d+)(?:'|ft)(\d+(?:[.,]\d+)?)(?:"|in)?$/i;
const LIMITS = /^(\d+(?:[.,]\d+)?)\.\.(\d+(?:[.,]\d+)?)(cm|mm|in|")?$/i;
const UNITS: Readonly<Record<string, NumberWord['unit']>> = {
  cm: 'cm',
  mm: 'mm',
  in: 'in',
  '"': 'in',
  "'": 'ft',
  ft: 'ft',
  m: 'm',
  l: 'logs',
  log: 'logs',
  logs: 'logs',
};

/**
 * Reads a number of a line: `31.4`, `12,5`, `12"`, `26ft`, `40'6`, `7l`, `~30`.
 * @returns null where the word is none; the reason where it can't be read one way only
 */
export function readNumber(word: string): ReadNumber | null {
  const limits = LIMITS.exec(word);
  if (limits) {
    const [value, upTo] = [decimal(limits[1] as string), decimal(limits[2] as string)];
    if (!(upTo > value)) return { ok: false, reason: `“${word}”: a class goes from its lower limit to its upper one.` };
    return { ok: true, number: { value, upTo, unit: UNITS[(limits[3] ?? '').toLowerCase()] ?? null, byEye: false } };
  }
  const feet = FEET_INCHES.exec(word);
  if (feet) {
    const inches = decimal(feet[3] as string);
    if (inches >= 12) return { ok: false, reason: `“${word}”: inches after feet are under 12.` };
    return { ok: true, number: { value: Number((Number(feet[2]) + inches / 12).toFixed(4)), unit: 'ft', byEye: feet[1] === '~' } };
  }
  const found = SHAPE.exec(word);
  const digits = found?.[2];
  if (!found || digits === undefined || !/\d/.test(digits)) return null;
  const signs = digits.replace(/\d/g, '');
  if (signs.length > 1) return { ok: false, reason: `“${word}” mixes decimal and thousands signs: one decimal sign, no others.` };
  if (/^[.,]|[.,]$/.test(digits)) return { ok: false, reason: `“${word}” has digits on one side of its decimal sign only.` };
  if (/[.,]\d{3}$/.test(digits))
    return { ok: false, reason: `“${word}” could be thousands or a fraction: two digits after the decimal sign, or four.` };
  if (/[.,]\d{5,}$/.test(digits))
    return { ok: false, reason: `“${word}” has more digits than anybody reads: at most four after the decimal sign.` };
  return { ok: true, number: { value: decimal(digits), unit: UNITS[(found[3] ?? '').toLowerCase()] ?? null, byEye: found[1] === '~' } };
}

const decimal = (s: string) => Number(s.replace(',', '.'));

/** What the numbers of a line are. */
export interface Numbers {
  readonly diameter: CalledDiameter | null;
  readonly logs: number | null;
  readonly height: CalledHeight | null;
}
export type TakenNumbers =
  | { readonly ok: true; readonly numbers: Numbers }
  | { readonly ok: false; readonly reason: string; readonly at: number };

const THICKEST = 15;
const TALLEST = 150;
const MOST_LOGS = 12;
/** Height over diameter outside which a bare number after a diameter is hardly its height in metres or feet. */
const SLENDER = { from: 20, to: 200 } as const;

const isThin = (unit: NumberWord['unit']) => unit === 'cm' || unit === 'mm' || unit === 'in';

/**
 * Gives each number its meaning: the first bare one is the diameter or its class, the second logs or height; one with a
 * unit says itself what it is.
 * @param words the numbers of a line in their order
 */
export function takeNumbers(words: readonly NumberWord[], context: LineContext): TakenNumbers {
  let numbers: Numbers = { diameter: null, logs: null, height: null };
  // a diameter goes first, wherever one with a unit of its own stands
  const order = words.map((word, at) => ({ word, at }));
  const told = order.find(({ word }) => isThin(word.unit) || word.upTo !== undefined);
  const bare = order.find(({ word }) => word.unit === null && word.upTo === undefined);
  if (told && bare && bare.at < told.at)
    return {
      ok: false,
      at: bare.at,
      reason: `Which is the diameter, ${bare.word.value} or the one after it? The diameter goes before any other number.`,
    };
  const thin = told ?? bare;
  for (const { word, at } of thin ? [thin, ...order.filter((o) => o !== thin)] : order) {
    const taken = word === thin?.word ? asDiameter(word, context) : asSecond(word, numbers, context);
    if (typeof taken === 'string') return { ok: false, reason: taken, at };
    numbers = { ...numbers, ...taken };
  }
  return { ok: true, numbers };
}

function asDiameter(word: NumberWord, { classes, units }: LineContext): Partial<Numbers> | string {
  const { value, unit, byEye, upTo } = word;
  const own = (unit ?? classes?.unit ?? UNITS_OF[units].diameter) as LengthUnit;
  const byClass = upTo === undefined && unit === null && classes !== null && !byEye ? classes : null;
  // the thinnest class by its lower limit begins at nothing
  const least = upTo !== undefined || byClass?.names === 'lower-limit' ? value >= 0 : value > 0;
  if (!least || toMetres(upTo ?? value, own) > THICKEST) return `${value} ${own} is no diameter: above 0 and up to ${THICKEST} m.`;
  if (upTo !== undefined) return { diameter: { kind: 'class', from: value, width: plain(upTo - value), unit: own } };
  if (byClass === null) return { diameter: { kind: 'exact', value, unit: own, byEye } };
  const { width, names } = byClass;
  const name = value === 0 ? 0 : diameterClass(value, width, names);
  if (Math.abs(name - value) > width * SAME) {
    const next = plain(name + width * Math.sign(value - name));
    const [low, high] = [Math.min(name, next), Math.max(name, next)];
    return `There is no class ${value}: ${low > 0 ? `${low} or ` : ''}${high} ${own}. A diameter that is read exactly is called ${value}${own}.`;
  }
  return { diameter: { kind: 'class', from: names === 'middle' ? plain(name - width / 2) : name, width, unit: own } };
}
const SAME = 1e-9;
/** As people write it: 0.3, not 0.30000000000000004. */
const plain = (n: number) => Number(n.toPrecision(12));

type CalledClass = CalledDiameter & { readonly kind: 'class' };
/** The diameter that stands for what was called, in its own unit: of a class its middle. */
export const middleOf = (d: CalledDiameter): number => (d.kind === 'exact' ? d.value : plain(d.from + d.width / 2));
/** The upper limit of a called class, in its own unit. */
export const upperLimit = ({ from, width }: CalledClass): number => plain(from + width);

/**
 * What a survey calls a class.
 * @param classes of the survey
 * @returns its name in the unit of the class; null where it is none of the survey's own
 */
export function nameOfClass({ from, width, unit }: CalledClass, classes: LineContext['classes']): number | null {
  if (!classes || classes.unit !== unit || Math.abs(classes.width - width) > SAME) return null;
  const name = diameterClass(from + width / 2, width, classes.names);
  return Math.abs((classes.names === 'middle' ? name - width / 2 : name) - from) < width * 1e-6 ? name : null;
}

function asSecond(word: NumberWord, so: Numbers, context: LineContext): Partial<Numbers> | string {
  const { unit, value } = word;
  if (word.upTo !== undefined || isThin(unit)) return 'Two diameters: one tree has one. Several stems are measured in full.';
  const what = unit === 'logs' ? 'logs' : unit !== null ? 'height' : meantBy(word, so, context);
  if (typeof what !== 'string') return what.reason;
  if (what === 'logs') {
    if (so.logs !== null) return 'Logs are said twice.';
    if (!Number.isInteger(value * 2) || !(value > 0) || value > MOST_LOGS) return `${value} logs: whole and half logs, up to ${MOST_LOGS}.`;
    if (word.byEye) return 'Logs are always by eye: without ~.';
    return { logs: value };
  }
  if (so.height !== null) return 'A height is said twice.';
  const own = (unit ?? UNITS_OF[context.units].length) as LengthUnit;
  const m = toMetres(value, own);
  if (!(m > 0 && m <= TALLEST)) return `${value} ${own} is no height: above 0 and up to ${TALLEST} m.`;
  return { height: { value, unit: own, byEye: word.byEye } };
}

/** Logs or a height, as a bare number after the diameter can be; in doubt it is asked. */
function meantBy({ value }: NumberWord, so: Numbers, context: LineContext): 'logs' | 'height' | { readonly reason: string } {
  const { second, logLength, units } = context;
  const { length: long } = UNITS_OF[units];
  if (second !== null)
    return second === 'logs' && so.logs !== null ? 'height' : second === 'height' && so.height !== null ? 'logs' : second;
  if (logLength === null) return 'height';
  if (so.logs !== null) return 'height';
  if (so.height !== null) return 'logs';
  const d = so.diameter ? toMetres(middleOf(so.diameter), so.diameter.unit) : null;
  const tall = toMetres(value, long);
  const wood = value * logLength;
  const isLogs = value > 0 && Number.isInteger(value * 2) && value <= MOST_LOGS && (d === null || wood / d <= SLENDER.to);
  const isHeight = d === null || (tall / d >= SLENDER.from && tall / d <= SLENDER.to);
  if (isLogs !== isHeight) return isLogs ? 'logs' : 'height';
  return { reason: `Is ${value} logs or ${long}? Write ${value}l or ${value}${long}.` };
}

/** A number as it is typed: what was read from a line reads back the same. */
export function printNumber(value: number): string {
  const two = Number(value.toFixed(2));
  return Math.abs(two - value) < 1e-9 ? String(two) : value.toFixed(4);
}
