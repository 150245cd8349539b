import { type SQLWrapper, sql } from 'drizzle-orm';

/** Some trees of a survey: by their ids, or all after one as far as another. */
export type Which = { readonly trees: readonly string[] } | { readonly after: string; readonly to: string };

/** What picks them by a column that holds their ids. */
export const among = (tree: SQLWrapper, which: Which) =>
  'trees' in which
    ? sql`${tree} = any(${`{${which.trees.join(',')}}`}::uuid[])`
    : sql`${tree} > ${which.after}::uuid and ${tree} <= ${which.to}::uuid`;

/** Whether a tree is one of them: ids go the same way here as in the database. */
export function isAmong(which: Which): (tree: string) => boolean {
  if (!('trees' in which)) return (tree) => tree > which.after && tree <= which.to;
  const trees = new Set(which.trees);
  return (tree) => trees.has(tree);
}
