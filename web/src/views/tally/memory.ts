import { type CalledWays, USUAL_WAYS } from '../../book/called-line';
import { readJson, writeJson } from '../../field/device';
import type { TagRange } from '../../field/next-tag';
import { soonKept } from '../../field/soon-kept';

/** How trees are entered: line by line, by tapping classes, or from sheets of paper. */
export const MODES = ['line', 'classes', 'sheet'] as const;
export type Mode = (typeof MODES)[number];
export const MODE_NAMES: Readonly<Record<Mode, string>> = { line: 'Line', classes: 'Classes', sheet: 'Sheet' };

/** What this device remembers of one survey's tally. */
export interface TallyMemory {
  readonly mode: Mode | null;
  readonly plot: string | null;
  readonly ways: CalledWays;
  readonly range: TagRange | null;
  /** Ids of species, the last called first. */
  readonly species: string | null;
  /** What stands in the line, and lines that were laid aside to be mended. */
  readonly text: string;
  readonly aside: readonly string[];
}
const NOTHING: TallyMemory = { mode: null, plot: null, ways: USUAL_WAYS, range: null, species: null, text: '', aside: [] };

const keyOf = (survey: string) => `arbolito.tally.${survey}`;
export const remembered = (survey: string): TallyMemory => {
  keeper.now();
  return { ...NOTHING, ...readJson<Partial<TallyMemory>>(keyOf(survey)) };
};
export const remember = (survey: string, change: Partial<TallyMemory>): void =>
  writeJson(keyOf(survey), { ...remembered(survey), ...change });

/** What is typed, a moment after it changes: nobody waits for it. */
const keeper = soonKept(({ survey, change }: { readonly survey: string; readonly change: Partial<TallyMemory> }) =>
  remember(survey, change),
);
export const rememberSoon = (survey: string, change: Partial<TallyMemory>): void => keeper.soon({ survey, change });
export const whenLeaving = keeper.whenLeaving;
