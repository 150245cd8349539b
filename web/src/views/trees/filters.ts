import { isConfirmed, isDoubtful } from '../../book/tree-row';
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
  readonly text: string;
}
export const EVERYTHING: Filters = { choice: null, species: null, plot: null, text: '' };

/** The trees that are asked for. */
export function filtered(rows: readonly ListedTree[], { choice, species, plot, text }: Filters, today: string): readonly ListedTree[] {
  const words = text.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter(
    (r) =>
      r.struck === (choice === 'struck') &&
      (choice === null || CHOICES[choice].holds(r, today)) &&
      (species === null || (r.species ?? '') === species) &&
      (plot === null || r.plotName === plot) &&
      words.every((w) => `${r.tag} ${r.plotName} ${r.species ?? ''}`.toLowerCase().includes(w)),
  );
}

/** How many trees each choice holds. */
export const countsOf = (rows: readonly ListedTree[], today: string): Readonly<Record<ChoiceName, number>> =>
  Object.fromEntries(
    CHOICE_NAMES.map((name) => [name, rows.filter((r) => (name === 'struck' || !r.struck) && CHOICES[name].holds(r, today)).length]),
  ) as Record<ChoiceName, number>;
