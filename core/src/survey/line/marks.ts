import { parseBearing } from '../../land/bearing';
import { toMetres, UNITS_OF } from '../../units';
import {
  CROWN_CLASSES,
  type CrownClass,
  type OwnField,
  type OwnValue,
  TREE_STATUSES,
  type TreeStatus,
  wrongWithAnswer,
} from '../tree-questions';
import { type CalledPlace, type CalledTree, type LineContext, type Mark, type MarkName, no, yes } from './define';
import { printNumber, readNumber } from './numbers';
import { quoted } from './words';

/** The letter a status is called by: alive, dead, windthrown, stump, felled, not found, vacant. */
export const STATUS_LETTERS: Readonly<Record<TreeStatus, string>> = {
  alive: 'a',
  'dead-standing': 'd',
  down: 'w',
  stump: 's',
  cut: 'f',
  'not-found': 'n',
  vacant: 'v',
};
/** Over the others, among them (codominant), in between, under them. */
export const CROWN_LETTERS: Readonly<Record<CrownClass, string>> = { dominant: 'o', codominant: 'c', intermediate: 'i', suppressed: 'u' };

const MOST = 999;
const FARTHEST = 1000;

/** A mark that is one letter or the whole word. */
const letterMark = <T extends string>(name: string, all: readonly T[], letters: Readonly<Record<T, string>>): Mark<T | null> => ({
  name,
  read: ([word = '']) => {
    const said = word.toLowerCase();
    const found = all.find((v) => letters[v] === said || v === said);
    return found === undefined ? null : yes<T | null>(found);
  },
  print: (value) => (value === null ? '' : letters[value]),
});

/** A mark that is named: `damage=fork`. */
const namedMark = (key: string, most: number): Mark<string | null> => ({
  name: key,
  read: ([word = '']) => {
    if (!word.toLowerCase().startsWith(`${key}=`)) return null;
    const value = word.slice(key.length + 1).trim();
    return value === '' || value.length > most ? no(`${key}= wants 1 to ${most} characters.`) : yes<string | null>(value);
  },
  print: (value) => (value === null ? '' : `${key}=${quoted(value)}`),
});

/** Every marked part there is. The first that takes a word has it. */
export const MARKS: { readonly [M in MarkName]: Mark<CalledTree[M]> } = {
  count: {
    name: 'alike',
    read: ([word = '']) => {
      const found = /^x(\d+)$/i.exec(word);
      if (!found) return null;
      const value = Number(found[1]);
      return value >= 1 && value <= MOST ? yes(value) : no(`“${word}”: x1 to x${MOST} alike.`);
    },
    print: (value) => (value === 1 ? '' : `x${value}`),
  },
  place: { name: 'azimuth and distance', read: readPlace, print: printPlace },
  cull: {
    name: 'cull',
    read: ([word = '']) => {
      const found = /^-?([\d.,]+)%$/.exec(word);
      if (!found) return null;
      const read = readNumber(found[1] as string);
      if (!read?.ok) return no(read?.reason ?? `“${word}” is no share.`);
      const { value } = read.number;
      return value <= 100 ? yes<number | null>(value) : no(`“${word}”: cull is at most 100 %.`);
    },
    print: (value) => (value === null ? '' : `-${printNumber(value)}%`),
  },
  grade: {
    name: 'grade',
    read: ([word = '']) => {
      const found = /^g(?:=(.*)|(\d.*))$/i.exec(word);
      if (!found) return null;
      const value = (found[1] ?? found[2] ?? '').trim();
      return value === '' || value.length > 20 ? no('A grade is 1 to 20 characters: g2.') : yes<string | null>(value);
    },
    print: (value) => (value === null ? '' : /^\d[^\s"=]*$/.test(value) ? `g${value}` : `g=${quoted(value)}`),
  },
  status: letterMark('status', TREE_STATUSES, STATUS_LETTERS) as Mark<CalledTree['status']>,
  crownClass: letterMark('crown class', CROWN_CLASSES, CROWN_LETTERS) as Mark<CalledTree['crownClass']>,
  // “cut” is what is done with it: that it is cut already is f
  cutOrLeave: {
    name: 'to cut or to leave',
    read: ([word = '']) =>
      /^(k|keep|leave)$/i.test(word)
        ? yes<'cut' | 'leave' | null>('leave')
        : /^(t|take)$/i.test(word)
          ? yes<'cut' | 'leave' | null>('cut')
          : null,
    print: (value) => (value === null ? '' : value === 'cut' ? 't' : 'k'),
  },
  product: namedMark('product', 60),
  damage: namedMark('damage', 120),
  own: {
    name: 'the survey’s own questions',
    read: readOwn,
    print: (value, { ownFields }) =>
      Object.entries(value ?? {})
        .map(([key, v]) => `${ownLetters(ownFields).get(key) ?? key}=${quoted(sayAnswer(v))}`)
        .join(' '),
  },
  tag: {
    name: 'number of the tree',
    read: ([word = '']) => {
      if (!word.startsWith('#')) return null;
      const value = word.slice(1).trim();
      return value === '' || value.length > 40 ? no('A tag is 1 to 40 characters: #12.') : yes<string | null>(value);
    },
    print: (value) => (value === null ? '' : `#${quoted(value)}`),
  },
  note: {
    name: 'note',
    read: ([word = '']) => {
      if (!word.startsWith('!')) return null;
      const value = word.slice(1).trim();
      return value === '' || value.length > 1000 ? no('A note is 1 to 1000 characters: !fork above.') : yes<string | null>(value);
    },
    print: (value) => (value === null ? '' : `!"${value.replace(/\s+/g, ' ').replaceAll('"', '""')}"`),
  },
};
export const MARK_NAMES = Object.keys(MARKS) as MarkName[];

function readPlace([word = '', next]: readonly string[], { units }: LineContext) {
  if (!word.startsWith('@')) return null;
  const bearing = parseBearing(word.slice(1));
  if (!bearing.ok) return no<CalledPlace | null>(bearing.reason);
  const read = next === undefined ? null : readNumber(next);
  if (!read) return no<CalledPlace | null>(`And how far? ${word} wants a distance after it, as @40 8.2.`);
  if (!read.ok) return no<CalledPlace | null>(read.reason, 2);
  const { value, unit, byEye } = read.number;
  if (unit === 'logs') return no<CalledPlace | null>(`“${next}” is no distance.`, 2);
  const own = unit ?? UNITS_OF[units].length;
  if (toMetres(value, own) > FARTHEST) return no<CalledPlace | null>(`“${next}”: a distance is up to ${FARTHEST} m.`, 2);
  return yes<CalledPlace | null>({ bearing: bearing.degrees, distance: value, unit: own, byEye }, 2);
}

function printPlace(value: CalledPlace | null, { units }: LineContext): string {
  if (value === null) return '';
  const { bearing, distance, unit, byEye } = value;
  return `@${bearing} ${byEye ? '~' : ''}${printNumber(distance)}${unit === UNITS_OF[units].length ? '' : unit}`;
}

/**
 * The letter each of a survey’s own questions is called by: the first of its key that no earlier one has.
 * @param fields in the order of the protocol
 * @returns letters by key
 */
export function ownLetters(fields: readonly OwnField[]): ReadonlyMap<string, string> {
  const letters = new Map<string, string>();
  // g= is a grade
  const taken = new Set(['g']);
  for (const { key } of fields) {
    const letter = [...key, ...'abcdefghijklmnopqrstuvwxyz'].find((c) => /[a-z]/.test(c) && !taken.has(c));
    if (letter === undefined) continue;
    taken.add(letter);
    letters.set(key, letter);
  }
  return letters;
}

const sayAnswer = (v: OwnValue): string => (typeof v === 'boolean' ? (v ? 'yes' : 'no') : typeof v === 'number' ? printNumber(v) : v);

type Own = CalledTree['own'];
function readOwn([word = '']: readonly string[], { ownFields }: LineContext) {
  const [, name = '', text = ''] = /^([a-z][a-z0-9-]*)=(.*)$/i.exec(word) ?? [];
  if (name === '') return null;
  const letters = ownLetters(ownFields);
  const said = name.toLowerCase();
  const field = ownFields.find((f) => f.key === said) ?? ownFields.find((f) => letters.get(f.key) === said);
  if (!field) {
    const known = ownFields.map((f) => `${letters.get(f.key) ?? f.key}= ${f.name}`).join(', ');
    return no<Own>(`Nothing is asked under “${name}=”${known ? `: ${known}` : ''}.`);
  }
  const value = answerTo(field, text.trim());
  const wrong = value === null ? `${field.name}: nothing is said after =.` : wrongWithAnswer(field, value);
  return wrong === null ? yes<Own>({ [field.key]: value as OwnValue }) : no<Own>(wrong);
}

function answerTo(field: OwnField, text: string): OwnValue | null {
  if (text === '') return null;
  switch (field.kind) {
    case 'number': {
      const negative = text.startsWith('-');
      const read = /^-?[\d.,]+$/.test(text) ? readNumber(negative ? text.slice(1) : text) : null;
      return read?.ok ? (negative ? -read.number.value : read.number.value) : text;
    }
    case 'yes-no':
      return /^(y|yes|\+)$/i.test(text) ? true : /^(n|no|-)$/i.test(text) ? false : text;
    case 'choice': {
      const said = text.toLowerCase();
      const exact = field.choices.find((c) => c.toLowerCase() === said);
      const begun = field.choices.filter((c) => c.toLowerCase().startsWith(said));
      return exact ?? (begun.length === 1 ? (begun[0] as string) : text);
    }
    case 'text':
      return text;
  }
}
