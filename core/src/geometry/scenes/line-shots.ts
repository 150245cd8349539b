import type { Scene } from './define';

/** Two shots: nobody needs to be told what the lower one will read. */
export const lineShots: Scene = { lower: 'silent' };
