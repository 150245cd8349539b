import { kindOf } from './define';

/** A place one stood at. */
export const station = kindOf({ partOf: { visit: 'visit' } });
