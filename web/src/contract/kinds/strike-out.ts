import { kindOf } from './define';

/** Takes a thing out of the book with all that is part of it. */
export const strikeOut = kindOf({ names: { entity: '*' } });
