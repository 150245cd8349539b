import { formatNumber, type OwnField, parseLength, type Regeneration } from '@arbolito/core';

type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string };

const RANGE = /^(-?\d+(?:[.,]\d+)?)\s*(?:to|–|-)\s*(-?\d+(?:[.,]\d+)?)\s*(\S.{0,11})?$/;

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
    const range = RANGE.exec(answers);
    if (range) {
      const [from, to] = [range[1], range[2]].map((n) => Number((n as string).replace(',', '.'))) as [number, number];
      fields.push({ kind: 'number', key, name, from, to, ...(range[3] ? { unit: range[3].trim() } : {}) });
    } else {
      const choices = answers.split(',').flatMap((c) => c.trim() || []);
      if (choices.length < 2)
        return { ok: false, reason: `“${name}”: write what may be answered, as “good, fair, poor” or “0 to 9 m”, or leave out the colon.` };
      fields.push({ kind: 'choice', key, name, choices });
    }
  }
  return { ok: true, value: fields };
}

/** The same as it is written. */
export const sayQuestions = (fields: readonly OwnField[]): string =>
  fields
    .map((f) => {
      switch (f.kind) {
        case 'choice':
          return `${f.name}: ${f.choices.join(', ')}`;
        case 'number':
          return `${f.name}: ${f.from ?? -1e9} to ${f.to ?? 1e9}${f.unit ? ` ${f.unit}` : ''}`;
        case 'yes-no':
          return `${f.name}?`;
        case 'text':
          return f.name;
      }
    })
    .join('; ');

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
