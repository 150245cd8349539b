import { type SQLWrapper, sql } from 'drizzle-orm';
import type { Which } from '../../derivation/store';

/** What picks some trees by a column that holds their ids. */
export const among = (tree: SQLWrapper, which: Which) =>
  'trees' in which
    ? sql`${tree} = any(${`{${which.trees.join(',')}}`}::uuid[])`
    : sql`${tree} > ${which.after}::uuid and ${tree} <= ${which.to}::uuid`;
