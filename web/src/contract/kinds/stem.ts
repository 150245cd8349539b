import { kindOf } from './define';

/** A stem of a tree. */
export const stem = kindOf({ partOf: { tree: 'tree' } });
