import type { RecordOf } from '../contract/envelope';

/** Names as people count them: 9 before 10. */
export const byName = new Intl.Collator('en', { numeric: true });

/** Plots in the order in which they are walked, else by name. */
export const walkingOrder = (plots: readonly RecordOf<'plot'>[]): readonly RecordOf<'plot'>[] =>
  plots.toSorted(
    (a, b) => (a.body.order ?? Infinity) - (b.body.order ?? Infinity) || byName.compare(a.body.name, b.body.name) || (a.id < b.id ? -1 : 1),
  );
