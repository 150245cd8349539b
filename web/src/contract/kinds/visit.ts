import { kindOf } from './define';

/** One time of coming to a tree. */
export const visit = kindOf({ partOf: { tree: 'tree' } });
