import { kindOf } from './define';

/** Somebody looked at what was doubted of a tree, and it is right. */
export const confirmation = kindOf({ partOf: { tree: 'tree' }, together: [['code', 'what']] });
