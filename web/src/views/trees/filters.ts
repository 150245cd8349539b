import { isConfirmed, isDoubtful, treesIn } from '../../book/tree-row';
import type { ListedTree } from './columns';

/** A choice of trees: what it is called, and which it holds. Struck-out trees are in none but their own. */
interface Choice {
  readonly name: string;
  readonly holds: (row: ListedTree, today: string) => boolean;
}

export const CHOICES = {
  doubtful: { name: 'to look at', holds: isDoubtful },
  'no-height': { name: 'without a height', holds: (r) => r.height === null },
  wanted: { name: 'want a height', holds: (r) => r.wantsHeight },
  edge: { name: 'on the edge of a plot', holds: (r) => r.onPlot.undecided },
  'not-counted': { name: 'not counted', holds: (r) => r.notCounted !== null },
  unanswered: { name: 'not answered', holds: (r) => r.unanswered.length > 0 },
  called: { name: 'as called', holds: (r) => r.called.length > 0 },
  'not-alive': { name: 'not alive', holds: (r) => r.said.status != null && r.said.status !== 'alive' },
  today: { name: 'measured today', holds: (r, today) => r.on === today },
  confirmed: { name: 'found right', holds: isConfirmed },
  struck: { name: 'struck out', holds: (r) => r.struck },
} satisfies Record<string, Choice>;
export type ChoiceName = keyof typeof CHOICES;
export const CHOICE_NAMES = Object.keys(CHOICES) as ChoiceName[];

export interface Filters {
  readonly choice: ChoiceName | null;
  readonly species: string | null;
  readonly plot: string | null;
  /** How far the tree's plot has come; '' where nobody said. */
  readonly state: string | null;
  readonly text: string;
}
export const EVERYTHING: Filters = { choice: null, species: null, plot: null, state: null, text: '' };

/** The trees that are asked for. */
export function filtered(
  rows: readonly ListedTree[],
  { choice, species, plot, state, text }: Filters,
  today: string,
): readonly ListedTree[] {
  const words = text.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter(
    (r) =>
      r.struck === (choice === 'struck') &&
      (choice === null || CHOICES[choice].holds(r, today)) &&
      (species === null || (r.species ?? '') === species) &&
      (plot === null || r.plotName === plot) &&
      (state === null || r.plotState === state) &&
      words.every((w) => `${r.tag} ${r.plotName} ${r.species ?? ''}`.toLowerCase().includes(w)),
  );
}

/** How many trees each choice holds. */
export const countsOf = (rows: readonly ListedTree[], today: string): Readonly<Record<ChoiceName, number>> =>
  Object.fromEntries(
    CHOICE_NAMES.map((name) => [name, treesIn(rows.filter((r) => (name === 'struck' || !r.struck) && CHOICES[name].holds(r, today)))]),
  ) as Record<ChoiceName, number>;
