import { normalise } from '../../units';
import type { CalledTree, LineContext, MarkName } from './define';
import { MARK_NAMES, MARKS } from './marks';
import { type NumberWord, readNumber, takeNumbers } from './numbers';
import { type Word, wordsOf } from './words';

export type ParsedCall =
  | { readonly ok: true; readonly tree: CalledTree }
  /** @member from @member to where in the line it is */
  | { readonly ok: false; readonly reason: string; readonly from: number; readonly to: number };

export const NOTHING_CALLED: CalledTree = {
  species: null,
  diameter: null,
  logs: null,
  height: null,
  count: 1,
  place: null,
  cull: null,
  grade: null,
  status: null,
  crownClass: null,
  cutOrLeave: null,
  product: null,
  damage: null,
  own: null,
  tag: null,
  note: null,
};

/**
 * Reads a tree called on one line: `sp 31.4 7`, `ok 12,5 @40 8.2 g2`, `sp 18 2.5 x3`. The species' code, then the diameter
 * or its class, then logs or height; bare numbers keep their order, marked parts stand anywhere.
 * @param text as typed
 * @param context what codes, classes and questions there are
 * @returns the tree, or what is wrong and where
 */
export function parseCall(text: string, context: LineContext): ParsedCall {
  const words = wordsOf(text).map((w) => (/^[!#]|=/.test(w.text) ? w : { ...w, text: normalise(w.text) }));
  const wrong = (reason: string, first: Word | undefined, last = first): ParsedCall => ({
    ok: false,
    reason,
    from: first?.from ?? 0,
    to: last?.to ?? text.length,
  });
  if (words.length === 0) return wrong('Nothing is typed yet: a species’ code and a diameter, as in “sp 31.4”.', undefined);
  const said = new Set<string>();
  const numbers: { readonly number: NumberWord; readonly word: Word }[] = [];
  let tree = NOTHING_CALLED;
  for (let i = 0; i < words.length; ) {
    const word = words[i] as Word;
    const code = speciesOf(word.text, tree.species !== null, context);
    if (code && !code.ok) return wrong(code.reason, word);
    if (code) {
      tree = { ...tree, species: code.code };
      i++;
      continue;
    }
    const mark = markIn(
      words.slice(i).map((w) => w.text),
      context,
    );
    if (mark) {
      const last = words[i + mark.read.takes - 1];
      if (!mark.read.ok) return wrong(mark.read.reason, word, last);
      const keys = mark.name === 'own' ? Object.keys(mark.read.value as object).map((k) => `own ${k}`) : [mark.name];
      if (keys.some((k) => said.has(k))) return wrong(`${capital(MARKS[mark.name].name)} is said twice.`, word, last);
      for (const k of keys) said.add(k);
      tree = { ...tree, [mark.name]: mark.name === 'own' ? { ...tree.own, ...(mark.read.value as object) } : mark.read.value };
      i += mark.read.takes;
      continue;
    }
    const number = readNumber(word.text);
    if (number && !number.ok) return wrong(number.reason, word);
    if (!number) return wrong(unknown(word.text, tree.species !== null, context), word);
    numbers.push({ number: number.number, word });
    if (numbers.length > 3) return wrong(`A fourth number: diameter, logs and height are all a line has.`, word);
    i++;
  }
  const taken = takeNumbers(
    numbers.map((n) => n.number),
    context,
  );
  if (!taken.ok) return wrong(taken.reason, numbers[taken.at]?.word);
  tree = { ...tree, ...taken.numbers };
  const { species, diameter, logs, height, status, count, place } = tree;
  const about = species ?? diameter ?? logs ?? height ?? status;
  if (about === null) return wrong('Of which tree? A species’ code or a diameter is wanted.', words[0], words.at(-1));
  if (count > 1 && place !== null)
    return wrong(`${count} alike can’t stand at one place: each is called for itself.`, words[0], words.at(-1));
  return { ok: true, tree };
}

type SpeciesRead = { readonly ok: true; readonly code: string } | { readonly ok: false; readonly reason: string };

/** A word that is a species' code, or the beginning of one only; null where it is something else. */
function speciesOf(word: string, known: boolean, { species, ...context }: LineContext): SpeciesRead | null {
  const named = /^(?:sp|species)=(.+)$/i.exec(word);
  const said = (named?.[1] ?? word).toLowerCase();
  // a bare number is a number, whatever a list calls its species
  if (!named && /^[~\d.,]/.test(word)) return null;
  const exact = species.filter((s) => s.code.toLowerCase() === said);
  if (exact.length > 0 && known)
    return markIn([word], { species, ...context }) ? null : { ok: false, reason: `“${word}” is a second species: one tree has one.` };
  // two devices may both have added a species: of one name they are one
  if (new Set(exact.map((s) => s.name.trim().toLowerCase())).size > 1)
    return { ok: false, reason: `“${word}” stands for ${exact.map((s) => s.name).join(' and ')}: give one of them another code.` };
  if (exact[0]) return { ok: true, code: exact[0].code };
  if (named) return { ok: false, reason: `No species has the code “${named[1]}”.` };
  if (known || !/^\p{L}/u.test(word) || markIn([word], { species, ...context })) return null;
  // by the first letters of a code, else of a word of a name
  const byCode = species.filter((s) => s.code.toLowerCase().startsWith(said));
  const begun =
    byCode.length > 0
      ? byCode
      : species.filter((s) =>
          s.name
            .toLowerCase()
            .split(/\s+/)
            .some((w) => w.startsWith(said)),
        );
  const [first] = begun;
  if (!first) return null;
  const one = begun.every((s) => s.code.toLowerCase() === first.code.toLowerCase());
  return one
    ? { ok: true, code: first.code }
    : { ok: false, reason: `“${word}” may be ${begun.map((s) => `${s.code} ${s.name}`).join(' or ')}.` };
}

function markIn(words: readonly string[], context: LineContext) {
  for (const name of MARK_NAMES) {
    const read = MARKS[name].read(words, context);
    if (read) return { name: name as MarkName, read };
  }
  return null;
}

function unknown(word: string, known: boolean, { species }: LineContext): string {
  if (/^-\d/.test(word)) return `“${word}” is negative: nothing here has a sign but cull, as -10%.`;
  if (/^\p{L}/u.test(word) && !known) {
    const some = species.slice(0, 6).map((s) => s.code);
    return `“${word}” is no code of a species${some.length > 0 ? ` (${some.join(', ')}${species.length > 6 ? ' …' : ''})` : ''} and no mark.`;
  }
  return `“${word}” is neither a number nor a mark.`;
}

const capital = (s: string) => s.replace(/^./, (c) => c.toUpperCase());
