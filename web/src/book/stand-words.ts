import type { FilledTrees, StandNoteCode } from '@arbolito/core';
import type { Prepared, WorthCode } from './prepared';

/** What is to be known beside figures: a word for programs, a sentence, and what it is about. */
export interface StandWord {
  readonly code: string;
  readonly what: string;
  readonly of: readonly string[];
}
const NOTES: Readonly<Record<StandNoteCode, string>> = {
  'no-plots': 'No plot was measured yet: there is nothing to speak for the land.',
  'plots-without-stratum': 'These plots lie in no stratum and are in no figure: say which one.',
  'strata-without-area': 'These strata have no area, so that nobody knows how much each weighs: the whole can’t be said, each stratum can.',
  'strata-without-plots': 'These strata have no measured plot: figures and totals are of the others.',
  'strips-without-length': 'These strips have no length and are in no figure.',
  'counts-without-ratio': 'Points were counted, and the measured ones have no basal area to read them by.',
  'no-area': 'Nobody said how large the land is: figures are per hectare or acre, without totals.',
};

const WORTH: Readonly<Record<WorthCode, string>> = {
  'not-reached': 'These plots were not reached and are in no mean: where they differ from the others, the figures are off.',
  'not-measured': 'These plots are still to be measured.',
  'to-redo': 'These plots are to be measured again; they count as they are.',
  shifted: 'These plots were moved inward from an edge: what stands at edges is looked at too seldom, and the figures are biased.',
  'without-size': 'Nobody said how large these plots are: their trees are in no figure.',
  'unusable-size': 'The size or factor of these plots is impossible. Their trees are in no figure. Correct the plot.',
  'unusable-area': 'The area of these strata is impossible and is left out. Correct the stratum.',
  'area-too-small': 'The plots of these strata cover more than the stratum. Its area is left out. Correct the stratum or the plots.',
  'unusable-figures': 'The form factor of these species is impossible. A general figure is used. Correct the species.',
  'without-plot': 'These trees stand on no plot: they speak for no land.',
  'plot-struck':
    'The plot of these trees was struck out while they were added: they are in no figure. Keep the plot, or strike out the trees.',
  'without-diameter': 'These trees have no diameter: a point or a nested circle can’t say what they stand for, and they are in no figure.',
  'edges-open': 'These trees stand on plots near an edge and nobody told where: none of them is made up for.',
  conflicts: 'Two people entered different values here. The later value is in use: choose one under Sync problems.',
  'values-out': 'Something read of these trees can’t be so: it is in no sum, the tree is.',
  'not-together': 'Height and diameter of these trees hardly go together: is one of them in another unit, or a girth?',
  'form-factor': 'The form factor of these species is a general figure, not their own.',
  'form-class': 'Form class 78 and a taper of 2 in a log stand for these species: general figures, not their own.',
  grid: 'Where plots lie on a grid they are treated as if they lay at random: right on average over stands, not in each.',
  'nested-all': 'Circles in one another cover no one area: the ± is not made smaller, however much of the land they cover.',
  'systematic-edge': 'Strips end where the tract does: nothing is made up for at their edges.',
};

/** What the core says of a sample, in a sentence. */
export const sayNote = (
  { code, of }: { readonly code: StandNoteCode; readonly of: readonly string[] },
  names: ReadonlyMap<string, string>,
): StandWord => ({
  code,
  what: NOTES[code],
  of: of.map((o) => names.get(o) ?? o),
});

/** What was found while the sample was made ready, and what the curves say. */
export function worthKnowing({ worth, label }: Prepared, { curves, byCurve, outside }: FilledTrees): readonly StandWord[] {
  const named = (ids: readonly string[]) => ids.map((id) => sayTree(label(id)));
  const failed = curves.failed.map((f) => ({ code: 'curve-failed', what: f.reason, of: f.species === null ? [] : [f.species] }));
  const none = curves.together && !curves.together.ok ? [{ code: 'no-curve', what: curves.together.reason, of: [] }] : [];
  const given = byCurve > 0 ? [{ code: 'by-curve', what: `${byCurve} trees have their height from the survey’s own curve.`, of: [] }] : [];
  const beyond =
    outside.length > 0
      ? [
          {
            code: 'outside-curve',
            what: 'These trees are thinner or thicker than any tree with a height: what their curve says of them is a guess.',
            of: named(outside),
          },
        ]
      : [];
  const counted = (code: WorthCode, of: readonly string[]) =>
    code !== 'conflicts' ? WORTH[code] : `${of.length === 1 ? '1 conflict is open' : `${of.length} conflicts are open`}. ${WORTH[code]}`;
  return [...worth.map(({ code, of }) => ({ code, what: counted(code, of), of })), ...given, ...beyond, ...failed, ...none];
}

/** A tree as people say it: its plot and its tag, once where the tag begins with the plot anyway. */
export const sayTree = ({ plot, tree }: { readonly plot: string; readonly tree: string }): string =>
  plot === '' || tree.startsWith(`${plot}·`) ? tree : `${plot}·${tree}`;
