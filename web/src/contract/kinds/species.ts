import { kindOf } from './define';

/** A species of the list. */
export const species = kindOf({ byKey: ['figures'] });
