import { formatNumber, type Metres, metres, showDiameter, showHeight, type UnitSystem } from '../units';
import type { Finding } from './finding';

/** One tree of a survey, as far as its others can say something of it. */
export interface SurveyedTree {
  readonly id: string;
  readonly tag: string;
  readonly plot: string | null;
  readonly species: string | null;
  readonly dbh: Metres | null;
  readonly height: Metres | null;
  /** Everything that was read of it as it was read; the same text in two trees is one tree sent twice. Empty where nothing was. */
  readonly read: string;
}

/** A survey's own curve is asked once so many trees have both. */
const ENOUGH = 20;
/** Robust deviations from the curve past which hardly any tree lies, and the least that is held against one, in logarithms. */
const OFF = 3.8;
const OFF_OTHERS = 7;
const LEAST = 0.12;

/**
 * What a survey's trees say of each other: a tag that is taken, a tree sent twice, a height off the survey's own curve.
 * @param trees in the order they were read
 * @returns by tree, what is to be looked at; trees of which nothing is to be said are not in it
 * @source ln(H − 1.3) on ln d, line through the medians of thirds (J. W. Tukey, Exploratory Data Analysis, 1977); spread by the median deviation
 */
export function checkSurvey(trees: readonly SurveyedTree[], units: UnitSystem): ReadonlyMap<string, readonly Finding[]> {
  const found = new Map<string, Finding[]>();
  const say = (id: string, finding: Finding) => found.set(id, [...(found.get(id) ?? []), finding]);
  const byTag = new Map<string, SurveyedTree>();
  const byRead = new Map<string, SurveyedTree>();
  for (const t of trees) {
    const tag = `${t.plot ?? ''} ${t.tag.trim().toLowerCase()}`;
    const other = byTag.get(tag);
    if (other) say(t.id, tagTaken(t, other));
    else byTag.set(tag, t);
    if (t.read === '') continue;
    const twin = byRead.get(t.read);
    if (twin && !other) say(t.id, sentTwice(t, twin));
    byRead.set(t.read, t);
  }
  for (const { tree, share } of offCurve(trees)) say(tree.id, off(tree, share, units));
  return found;
}

const tagTaken = (t: SurveyedTree, other: SurveyedTree): Finding => ({
  code: 'tag-taken',
  target: 'dbh',
  severity: 'doubt',
  what: `There are two trees ${t.tag}${t.plot === null ? '' : ' in this plot'}.`,
  why:
    t.read !== '' && t.read === other.read
      ? 'All their readings are the same: one tree was sent twice.'
      : 'At the next visit nobody could tell which is which.',
  remedy: 'Give this one a tag of its own, or strike it out if it is the same tree.',
});
const sentTwice = (t: SurveyedTree, other: SurveyedTree): Finding => ({
  code: 'tree-twice',
  target: 'dbh',
  severity: 'doubt',
  what: `Tree ${t.tag} reads exactly as tree ${other.tag} does.`,
  why: 'No two trees give all the same figures: one was probably entered twice.',
  remedy: 'Look at both; strike one out if it is the same tree.',
});
function off({ dbh, height }: SurveyedTree, share: number, units: UnitSystem): Finding {
  const [d, h] = [dbh ?? metres(0), height ?? metres(0)];
  return {
    code: 'off-height-curve',
    target: 'tip',
    severity: 'doubt',
    what: `${showHeight(h, units)} on ${showDiameter(d, units)}: ${formatNumber(Math.abs(Math.expm1(share)) * 100, 0)} % ${share > 0 ? 'taller' : 'shorter'} than this survey’s trees of that size.`,
    why:
      share > 0
        ? 'A diameter read too small, a distance too long, degrees for percent: or it is such a tree.'
        : 'A girth for a diameter, a lost sign, a broken top: or it is such a tree.',
    remedy: 'Look at its readings, and at the tree.',
  };
}

/** What a survey's own trees of a size are usually high. */
export interface HeightHabit {
  /**
   * How far a tree lies off, as a natural logarithm of its height over the usual one.
   * @returns null where it lies as near as trees do
   */
  readonly off: (dbh: Metres, height: Metres) => number | null;
}

/**
 * The line through a survey's own heights, to hold a tree against before it is kept.
 * @param trees some of the survey's, each with both
 * @returns null where there are too few
 */
export function heightHabit(trees: readonly (readonly [dbh: number, height: number])[]): HeightHabit | null {
  const points = trees.flatMap(([d, h]) => pointOf(d, h) ?? []);
  if (points.length < ENOUGH) return null;
  const { at, spread } = lineOf(points);
  return {
    off: (dbh, height) => {
      if (!(dbh > 0)) return null;
      const point = pointOf(dbh, height);
      // under breast height there is no logarithm: as far off as can be
      const share = point ? point.y - at(point.x) : -Infinity;
      return isOff(share, spread, OFF) ? share : null;
    },
  };
}

/** Where a tree lies among the others, in logarithms; null where it has none. */
const pointOf = (dbh: number, height: number): XY | null =>
  dbh > 0 && height > 1.3 ? { x: Math.log(dbh), y: Math.log(height - 1.3) } : null;
/** Whether a tree lies farther off the line than hardly any does. */
const isOff = (share: number, spread: number, times: number): boolean => Math.abs(share) > times * Math.max(spread, LEAST / 2);

interface Point extends XY {
  readonly tree: SurveyedTree;
}
interface XY {
  readonly x: number;
  readonly y: number;
}

/** Trees off the curve of their species, or of all where a species has too few. */
function offCurve(trees: readonly SurveyedTree[]): readonly { readonly tree: SurveyedTree; readonly share: number }[] {
  const all = trees.flatMap((tree): Point[] => {
    const point = pointOf(tree.dbh ?? 0, tree.height ?? 0);
    return point ? [{ tree, ...point }] : [];
  });
  const bySpecies = groups(all);
  const alone = [...bySpecies.values()].filter((p) => p.length >= ENOUGH);
  const rest = all.filter((p) => (bySpecies.get(p.tree.species)?.length ?? 0) < ENOUGH);
  return [...alone, ...(all.length >= ENOUGH && rest.length > 0 ? [rest.length >= ENOUGH ? rest : all] : [])].flatMap((points) => {
    const only = new Set(points === all ? rest : points);
    const { at, spread } = lineOf(points);
    return (
      points
        .filter((p) => only.has(p))
        .map((p) => ({ tree: p.tree, share: p.y - at(p.x) }))
        // held against the trees of other species it is only strange where it is very far off
        .filter(({ share }) => isOff(share, spread, points === all ? OFF_OTHERS : OFF))
    );
  });
}

function groups(all: readonly Point[]): Map<string | null, Point[]> {
  const made = new Map<string | null, Point[]>();
  // added to, not copied: a species may have a hundred thousand trees
  for (const p of all) {
    const group = made.get(p.tree.species);
    if (group) group.push(p);
    else made.set(p.tree.species, [p]);
  }
  return made;
}

/** A resistant line: a few trees that lie far off do not move it. */
function lineOf(points: readonly XY[]) {
  const sorted = points.toSorted((a, b) => a.x - b.x);
  const third = Math.floor(sorted.length / 3);
  const [low, high] = [sorted.slice(0, third), sorted.slice(-third)];
  const of = (part: readonly XY[], key: 'x' | 'y') => median(part.map((p) => p[key]));
  const run = of(high, 'x') - of(low, 'x');
  const slope = run > 1e-6 ? (of(high, 'y') - of(low, 'y')) / run : 0;
  const level = median(points.map((p) => p.y - slope * p.x));
  const at = (x: number) => level + slope * x;
  return { at, spread: 1.4826 * median(points.map((p) => Math.abs(p.y - at(p.x)))) };
}

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? (sorted[middle] as number) : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}
