import type { TreeRow } from '../book/tree-row';
import { onceOf, type TreesHere } from '../book/trees-here';
import { tagAfter } from './tag-after';

/** The numbers that one device of several gives: none is given twice. */
export interface TagRange {
  readonly from: number;
  readonly to: number;
}

/**
 * The tag of the next tree of a plot: after the last one on it where each plot counts by itself, as 7·12; after the last
 * of the survey where its trees are numbered through. Never one that is there.
 * @param plot its name; null where the survey has none
 * @param own trees of the plot
 * @param all trees of the survey, in the order of their making
 * @param range of this device; once it is used up the numbers go on past all that are there
 */
export function nextTagOn(plot: string | null, own: TreesHere, all: readonly TreeRow[], range: TagRange | null = null): string {
  const here = own.replaced.size === 0 ? [tagsOf(own.told), tagsFrom(own.fresh)] : [tagsFrom(own.all)];
  const survey = tagsOf(all);
  const through = survey.through || (plot === null && own.last === null);
  const last = own.last?.tag ?? `${plot ?? ''}·00`;
  const most = Math.max(0, ...(through ? [survey, ...here] : []).map((t) => t.most));
  const used = (through ? [survey, ...here] : here).map((t) => (through ? t.numbers : t.ends));
  const free = range && inRange(range, used);
  let tag = free === null ? tagAfter(through ? String(most) : last) : through ? String(free) : withNumber(last, free);
  while (here.some((t) => t.all.has(tag))) tag = tagAfter(tag);
  return tag;
}

/** The next number of a range; null once it is used up. */
function inRange({ from, to }: TagRange, used: readonly (readonly number[])[]): number | null {
  let most = from - 1;
  for (const numbers of used) for (const n of numbers) if (n >= from && n <= to && n > most) most = n;
  return most < to ? most + 1 : null;
}

const withNumber = (tag: string, n: number): string => tag.replace(/\d+$/, (digits) => String(n).padStart(digits.length, '0'));

/** The tags of some trees, and the numbers in them. */
interface Tags {
  readonly all: ReadonlySet<string>;
  /** Of tags that are a number and nothing else; the largest of them, 0 where there is none. */
  readonly numbers: readonly number[];
  readonly most: number;
  /** The numbers tags end with. */
  readonly ends: readonly number[];
  /** Whether every tag is a number. */
  readonly through: boolean;
}
function tagsFrom(rows: readonly TreeRow[]): Tags {
  const numbers: number[] = [];
  const ends: number[] = [];
  for (const { tag } of rows) {
    const end = /(\d{1,9})$/.exec(tag)?.[1];
    if (end === undefined) continue;
    ends.push(Number(end));
    if (end.length === tag.length) numbers.push(Number(tag));
  }
  // by a loop: a survey may have more trees than a function takes arguments
  const most = numbers.reduce((a, b) => (b > a ? b : a), 0);
  return { all: new Set(rows.map((r) => r.tag)), numbers, most, ends, through: rows.length > 0 && numbers.length === rows.length };
}
const tagsOf = onceOf(tagsFrom);

/** Whether one of some trees has a tag. */
export const isTag = (rows: readonly TreeRow[], tag: string): boolean => tagsOf(rows).all.has(tag);
