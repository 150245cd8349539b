import { kindOf } from './define';

/** Takes a thing out of the book with all that is part of it. */
export const strikeOut = kindOf({
  schema: 2,
  names: { entity: '*' },
  whole: true,
  // without what its maker saw, as in schema 1, it takes all that is there
  upgrades: [(body) => body],
});
