import { kindOf } from './define';

/** Somebody who measures. */
export const person = kindOf({});
