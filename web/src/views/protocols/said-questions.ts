import { formatNumber, type OwnField, parseLength, type Regeneration } from '@arbolito/core';

type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string };

const NUMBER = String.raw`(-?\d+(?:[.,]\d+)?)`;
const UNIT = String.raw`\s*(\S.{0,11})?$`;
const RANGES: readonly RegExp[] = [
  new RegExp(`^(?<from>${NUMBER})\\s*(?:to|–|-)\\s*(?<to>${NUMBER})(?<unit>${UNIT})`),
  new RegExp(`^from (?<from>${NUMBER})(?<unit>${UNIT})`),
  new RegExp(`^up to (?<to>${NUMBER})(?<unit>${UNIT})`),
  new RegExp(`^a number(?<unit>${UNIT})`),
];

/** The range of a question that is answered by a number; null where it is none. */
function rangeIn(text: string): { readonly from?: number; readonly to?: number; readonly unit?: string } | null {
  const found = RANGES.map((r) => r.exec(text)?.groups).find((g) => g !== undefined);
  if (!found) return null;
  const bound = (name: 'from' | 'to') => (found[name] === undefined ? {} : { [name]: Number(found[name].replace(',', '.')) });
  const unit = found.unit?.trim();
  return { ...bound('from'), ...bound('to'), ...(unit ? { unit } : {}) };
}

/**
 * Questions of a survey's own as somebody writes them: `condition: good, fair, poor; nests: 0 to 9; hollow?; remarks`.
 * A question with choices, with a range and its unit, to be answered by yes or no, and in words.
 */
export function parseQuestions(text: string): Read<readonly OwnField[]> {
  const fields: OwnField[] = [];
  for (const said of text.split(/[;\n]/).map((s) => s.trim())) {
    if (said === '') continue;
    const at = said.indexOf(':');
    const asked = (at < 0 ? said : said.slice(0, at)).trim();
    const yesNo = at < 0 && asked.endsWith('?');
    const name = yesNo ? asked.slice(0, -1).trim() : asked;
    if (name === '') return { ok: false, reason: `“${said}” asks nothing: write the question before the colon.` };
    const key = keyOf(name);
    if (key === '') return { ok: false, reason: `“${name}” needs a letter to be called by.` };
    if (fields.some((f) => f.key === key)) return { ok: false, reason: `“${name}” stands twice.` };
    if (at < 0) {
      fields.push({ kind: yesNo ? 'yes-no' : 'text', key, name });
      continue;
    }
    const answers = said.slice(at + 1).trim();
    const range = rangeIn(answers);
    if (range) {
      fields.push({ kind: 'number', key, name, ...range });
    } else {
      const choices = answers.split(',').flatMap((c) => c.trim() || []);
      if (choices.length < 2)
        return {
          ok: false,
          reason: `“${name}”: write what may be answered, as “good, fair, poor”, “0 to 9 m” or “a number”, or leave out the colon.`,
        };
      fields.push({ kind: 'choice', key, name, choices });
    }
  }
  return { ok: true, value: fields };
}

/** The same as it is written. */
export const sayQuestions = (fields: readonly OwnField[]): string => fields.map(sayQuestion).join('; ');

function sayQuestion(f: OwnField): string {
  switch (f.kind) {
    case 'choice':
      return `${f.name}: ${f.choices.join(', ')}`;
    case 'number': {
      const range =
        f.from == null ? (f.to == null ? 'a number' : `up to ${f.to}`) : f.to == null ? `from ${f.from}` : `${f.from} to ${f.to}`;
      return `${f.name}: ${range}${f.unit ? ` ${f.unit}` : ''}`;
    }
    case 'yes-no':
      return `${f.name}?`;
    case 'text':
      return f.name;
  }
}

const keyOf = (name: string) =>
  name
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 30);

/** Young trees as somebody writes them: `2 m: under 1.3 m, over 1.3 m`; nothing where none are counted. */
export function parseYoung(text: string, unit: 'm' | 'ft'): Read<Regeneration | null> {
  const t = text.trim();
  if (t === '') return { ok: true, value: null };
  const at = t.indexOf(':');
  if (at < 0)
    return { ok: false, reason: 'Write the radius of the circle, a colon, and what is counted apart: “2 m: under 1.3 m, over 1.3 m”.' };
  const radius = parseLength(t.slice(0, at), unit);
  if (!radius.ok) return radius;
  const classes = t
    .slice(at + 1)
    .split(',')
    .flatMap((c) => c.trim() || []);
  if (classes.length === 0) return { ok: false, reason: 'Nothing is counted apart: name at least one class after the colon.' };
  return { ok: true, value: { radius: radius.metres, classes } };
}
export const sayYoung = (r: Regeneration | null | undefined): string =>
  r ? `${formatNumber(r.radius, 2)} m: ${r.classes.join(', ')}` : '';
