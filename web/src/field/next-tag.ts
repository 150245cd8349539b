import type { TreeRow } from '../book/tree-row';
import { tagAfter } from './tag-after';

type Tagged = Pick<TreeRow, 'id' | 'tag' | 'plot'>;

/** The numbers that one device of several gives: none is given twice. */
export interface TagRange {
  readonly from: number;
  readonly to: number;
}

/**
 * The tag of the next tree of a plot: after the last one on it where each plot counts by itself, as 7·12; after the last
 * of the survey where its trees are numbered through. Never one that is there.
 * @param plot its name; null where the survey has none
 * @param own trees of the plot, in the order of their making
 * @param all trees of the survey, in the order of their making
 * @param range of this device; once it is used up the numbers go on past all that are there
 */
export function nextTagOn(plot: string | null, own: readonly Tagged[], all: readonly Tagged[], range: TagRange | null = null): string {
  const through = numbersOf(all) !== null || (plot === null && own.length === 0);
  const [before, here] = [through ? numbersOf(all) : null, own.flatMap((t) => numberOf(t.tag) ?? [])];
  const last = own.at(-1)?.tag ?? `${plot ?? ''}·00`;
  const first = through ? tagAfter(String(Math.max(0, before?.most ?? 0, ...here))) : tagAfter(last);
  const free = range && inRange(range, through ? [...(before?.all ?? []), ...here] : own.flatMap((t) => numberAtEnd(t.tag) ?? []));
  const taken = new Set(own.map((t) => t.tag));
  let tag = free == null ? first : through ? String(free) : withNumber(last, free);
  while (taken.has(tag)) tag = tagAfter(tag);
  return tag;
}

/** The next number of a range; null once it is used up. */
function inRange({ from, to }: TagRange, used: readonly number[]): number | null {
  let most = from - 1;
  for (const n of used) if (n >= from && n <= to && n > most) most = n;
  return most < to ? most + 1 : null;
}

const numberOf = (tag: string): number | null => (/^\d{1,9}$/.test(tag) ? Number(tag) : null);
const numberAtEnd = (tag: string): number | null => Number(/(\d{1,9})$/.exec(tag)?.[1] ?? Number.NaN) || null;
const withNumber = (tag: string, n: number): string => tag.replace(/\d+$/, (digits) => String(n).padStart(digits.length, '0'));

interface Numbers {
  readonly most: number;
  readonly all: readonly number[];
}
/** Looked through once for the same trees; null where not every tag is a number. */
function numbersOf(all: readonly Tagged[]): Numbers | null {
  const known = NUMBERS.get(all);
  if (known !== undefined) return known;
  const numbers: number[] = [];
  let most = 0;
  for (const { tag } of all) {
    const n = numberOf(tag);
    if (n === null) break;
    numbers.push(n);
    if (n > most) most = n;
  }
  const found = all.length > 0 && numbers.length === all.length ? { most, all: numbers } : null;
  NUMBERS.set(all, found);
  return found;
}
const NUMBERS = new WeakMap<readonly Tagged[], Numbers | null>();
