import { plusSums, type Sums, sumsOf } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { pairedDiameters, readDiameterBy } from './paired-diameters';
import { pacedBy, pairedDistances } from './paired-distances';
import type { Matching, Pair } from './pairs';
import { takenAs } from './taken-as';
import type { Things } from './things';

/** Sums over pairs that say something of the same tool or pace on the same day. */
export interface ToolError extends Sums {
  readonly who: string;
  readonly on: string;
}

/** What is known of the pairs of a survey's trees that are not in the book: of each, or of all trees together. */
export type Told =
  | { readonly trees: ReadonlyMap<string, readonly ToolError[]> }
  /** Those of trees in the book are among them. */
  | { readonly all: readonly ToolError[] };

interface OfTree {
  readonly survey: string;
  readonly errors: readonly ToolError[];
}

/** What readings of one tree by two tools say of the tools, and of a person's pace; added up over the trees of a survey. */
export class ToolErrors {
  private readonly matchings: readonly Matching[];
  /** Trees read twice at one place. */
  private readonly trees = new Map<string, OfTree>();
  private readonly bySurvey = new Map<string, Map<string, readonly ToolError[]>>();
  private readonly waiting = new Set<string>();
  private readonly told = new Map<string, Told>();
  private readonly sums = new Map<string, ReadonlyMap<string, readonly ToolError[]>>();
  private readonly stamps = new Map<string, number>();

  constructor(
    private readonly things: Things,
    reachOf: (person: string) => number | null,
  ) {
    this.matchings = [pairedDiameters(reachOf), pairedDistances];
  }

  /** Something of a tree is new, changed, struck out or back. */
  treeChanged(tree: string): void {
    this.waiting.add(tree);
  }
  /** What readings are compared by has changed for all of them. */
  allChanged(): void {
    for (const tree of this.trees.keys()) this.waiting.add(tree);
  }
  /** Takes over what is known of trees that are not in the book. */
  tell(survey: string, told: Told): void {
    this.told.set(survey, told);
    this.changed(survey);
  }

  /** What pairs of a survey say of a person's pace, or of a person with a tool. */
  of(survey: string, who: string): readonly ToolError[] {
    this.settle();
    const known = this.sums.get(survey) ?? byWho(this.sumsOf(survey));
    this.sums.set(survey, known);
    return known.get(who) ?? NONE;
  }
  /** The same over all surveys. */
  everywhere(who: string): readonly ToolError[] {
    this.settle();
    return [...new Set([...this.bySurvey.keys(), ...this.told.keys()])].sort().flatMap((survey) => this.of(survey, who));
  }
  /** What the pairs of one tree in the book say. */
  ofTree(tree: string): readonly ToolError[] {
    this.settle();
    return this.trees.get(tree)?.errors ?? NONE;
  }
  /** Who took the readings of a tree, and with whose pace and tools: its figures follow from what is known of them. */
  readBy(tree: string): readonly string[] {
    const who = this.readingsOf(tree).flatMap((r) => [r.person, pacedBy(r), readDiameterBy(r)].filter((w) => w !== null));
    return [...new Set(who)].sort();
  }
  /** A number that changes whenever what pairs say in a survey may have. */
  stamp(survey: string): number {
    this.settle();
    return this.stamps.get(survey) ?? 0;
  }

  private sumsOf(survey: string): readonly ToolError[] {
    const own = this.bySurvey.get(survey) ?? new Map<string, readonly ToolError[]>();
    const told = this.told.get(survey);
    if (told && 'all' in told) return told.all;
    const trees = told ? new Map([...told.trees].filter(([tree]) => this.things.find('tree', tree) === null)) : new Map();
    return addUp(new Map([...trees, ...own]));
  }

  private settle(): void {
    for (const tree of this.waiting) {
      const before = this.trees.get(tree);
      const now = this.lookAt(tree);
      if (now) this.trees.set(tree, now);
      else this.trees.delete(tree);
      if (same(before, now)) continue;
      for (const survey of new Set([before?.survey, now?.survey])) if (survey !== undefined) this.changed(survey);
      if (before) this.bySurvey.get(before.survey)?.delete(tree);
      if (!now || now.errors.length === 0) continue;
      const here = this.bySurvey.get(now.survey) ?? new Map<string, readonly ToolError[]>();
      this.bySurvey.set(now.survey, here.set(tree, now.errors));
    }
    this.waiting.clear();
  }
  private changed(survey: string): void {
    this.stamps.set(survey, (this.stamps.get(survey) ?? 0) + 1);
    this.sums.delete(survey);
  }

  /** Null of a tree that was read nowhere twice, whether that counts or not: nothing that is told of others changes it. */
  private lookAt(tree: string): OfTree | null {
    const readings = this.readingsOf(tree);
    if (readings.length < 2) return null;
    const places = this.matchings.map((m) => grouped(readings, m.place));
    if (!places.some((p) => [...p].some(([place, own]) => place !== null && own.length > 1))) return null;
    const counts = new Set(readings.filter((r) => this.things.readingInForce(r.entity)));
    const pairs = this.matchings.flatMap(({ compare }, i) =>
      [...(places[i] ?? [])].flatMap(([place, own]) => {
        const inForce = own.filter((r) => counts.has(r));
        return place !== null && inForce.length > 1 ? compare(inForce) : [];
      }),
    );
    return { survey: this.things.find('tree', tree)?.body.survey ?? '', errors: errorsOf(pairs) };
  }

  /** As they were taken, oldest first, struck out or not. */
  private readingsOf(tree: string): readonly RecordOf<'reading'>[] {
    const { index } = this.things;
    const found: RecordOf<'reading'>[] = [];
    for (const stem of index.partsOf(tree)) {
      if (index.entry(stem)?.kind !== 'stem') continue;
      for (const part of index.partsOf(stem)) {
        const reading = this.things.find('reading', part);
        if (reading) found.push(takenAs(reading));
      }
    }
    return found.sort((a, b) => (a.entity < b.entity ? -1 : 1));
  }
}
const NONE: readonly ToolError[] = [];

const same = (a: OfTree | undefined, b: OfTree | null): boolean =>
  a === undefined || b === null
    ? (a ?? b ?? null) === null
    : a.survey === b.survey && JSON.stringify(a.errors) === JSON.stringify(b.errors);

function grouped<R>(list: readonly R[], key: (r: R) => string | null): ReadonlyMap<string | null, readonly R[]> {
  const groups = new Map<string | null, R[]>();
  for (const one of list) {
    const k = key(one);
    const own = groups.get(k);
    if (own) own.push(one);
    else groups.set(k, [one]);
  }
  return groups;
}

const byWho = (errors: readonly ToolError[]): ReadonlyMap<string, readonly ToolError[]> =>
  grouped(errors, (e) => e.who) as ReadonlyMap<string, readonly ToolError[]>;

const errorsOf = (pairs: readonly Pair[]): readonly ToolError[] =>
  inOrder([...grouped(pairs, keyOf).values()].map((own) => ({ ...(own[0] as Pair), ...sumsOf(own.map((p) => p.value)) })));

/** Sums over all of them. */
export const together = (errors: readonly Sums[]): Sums => errors.reduce<Sums>(plusSums, sumsOf([]));

/** Digits that do not depend on how a sum was put together. */
const DIGITS = 12;
const rounded = (n: number): number => Number(n.toPrecision(DIGITS));

/**
 * Sums over trees: in the order of the trees' ids, and rounded, so that whoever adds them up gets the same.
 * @param byTree what the pairs of each tree say
 */
export function addUp(byTree: ReadonlyMap<string, readonly ToolError[]>): readonly ToolError[] {
  const all = [...byTree].sort(([a], [b]) => (a < b ? -1 : 1)).flatMap(([, errors]) => errors);
  const sums = [...grouped(all, keyOf).values()].map((own): ToolError => {
    const { n, sum, squares } = together(own);
    const { who, on } = own[0] as ToolError;
    return { who, on, n, sum: rounded(sum), squares: rounded(squares) };
  });
  return inOrder(sums);
}
const keyOf = ({ who, on }: { readonly who: string; readonly on: string }) => `${who} ${on}`;
const inOrder = (errors: readonly ToolError[]): readonly ToolError[] =>
  errors.map(({ who, on, n, sum, squares }) => ({ who, on, n, sum, squares })).sort((a, b) => (keyOf(a) < keyOf(b) ? -1 : 1));

/** Of sums before and now: whose pace or tool is said to be otherwise. */
export function changedFor(before: readonly ToolError[], now: readonly ToolError[]): ReadonlySet<string> {
  const [a, b] = [byWho(before), byWho(now)];
  const said = (errors: readonly ToolError[] = NONE) => errors.map(({ on, n, sum, squares }) => `${on} ${n} ${sum} ${squares}`).join();
  return new Set([...a.keys(), ...b.keys()].filter((who) => said(a.get(who)) !== said(b.get(who))));
}
