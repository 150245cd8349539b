import type { Scene } from './define';

/** Measured along the tree: nobody stands anywhere. */
export const direct: Scene = { viewer: 'none' };
