import type { Stated } from './things';

/** Names as people count them: 9 before 10. */
export const byName = new Intl.Collator('en', { numeric: true });

/** Plots in the order in which they are walked, else by name. */
export const walkingOrder = <P extends Stated<'plot'>>(plots: readonly P[]): readonly P[] =>
  plots.toSorted(
    (a, b) =>
      (a.body.order ?? Infinity) - (b.body.order ?? Infinity) || byName.compare(a.body.name, b.body.name) || (a.entity < b.entity ? -1 : 1),
  );
