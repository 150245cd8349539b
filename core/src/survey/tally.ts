import { LOG_RULE_NAMES, type LogRuleName } from '../volume/index';

/** What the tally needs of one tree; null where it could not be derived. SI, board feet apart. */
export interface TallyTree<Rule extends string = LogRuleName> {
  readonly species: string | null;
  /** How many trees alike it stands for; 1 when left out. */
  readonly count?: number;
  readonly basalArea: number | null;
  readonly volume: number | null;
  readonly boardFeet: Readonly<Record<Rule, number>> | null;
}

export interface TallyLine<Rule extends string = LogRuleName> {
  readonly species: string | null;
  readonly trees: number;
  /** Sum over the trees that have one, m². */
  readonly basalArea: number;
  readonly volume: number;
  readonly boardFeet: Readonly<Record<Rule, number>>;
  /** How many trees each sum is missing: a sum never hides them. */
  readonly without: { readonly basalArea: number; readonly volume: number; readonly boardFeet: number };
}

export interface Tally<Rule extends string = LogRuleName> {
  readonly species: readonly TallyLine<Rule>[];
  readonly total: TallyLine<Rule>;
}

/**
 * Trees, basal area and volume by species, and their total. Nothing is expanded: these trees and no others.
 * @param trees one entry a tree, or several alike
 * @returns a line a species in order of falling basal area (trees without a species last), and the total
 */
export function tally<Rule extends string = LogRuleName>(trees: readonly TallyTree<Rule>[]): Tally<Rule> {
  const groups = new Map<string | null, TallyTree<Rule>[]>();
  for (const tree of trees) {
    const group = groups.get(tree.species);
    if (group) group.push(tree);
    else groups.set(tree.species, [tree]);
  }
  const species = [...groups].map(([name, group]) => sumUp(name, group));
  species.sort((a, b) => Number(a.species === null) - Number(b.species === null) || b.basalArea - a.basalArea);
  return { species, total: sumUp(null, trees) };
}

function sumUp<Rule extends string>(species: string | null, trees: readonly TallyTree<Rule>[]): TallyLine<Rule> {
  // a sum of nothing is 0 by every rule there is
  const boardFeet = Object.fromEntries(LOG_RULE_NAMES.map((rule) => [rule, 0])) as Record<Rule, number>;
  const line = { basalArea: 0, volume: 0, boardFeet };
  const without = { basalArea: 0, volume: 0, boardFeet: 0 };
  let all = 0;
  for (const tree of trees) {
    const n = tree.count ?? 1;
    all += n;
    if (tree.basalArea === null) without.basalArea += n;
    else line.basalArea += n * tree.basalArea;
    if (tree.volume === null) without.volume += n;
    else line.volume += n * tree.volume;
    if (tree.boardFeet === null) without.boardFeet += n;
    else for (const rule in tree.boardFeet) boardFeet[rule] = (boardFeet[rule] ?? 0) + n * tree.boardFeet[rule];
  }
  return { species, trees: all, ...line, without };
}
